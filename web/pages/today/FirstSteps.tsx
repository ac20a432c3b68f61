import { Link } from 'react-router';
import type { FirstStep } from '../../../contract/practice.ts';
import { useFirstStepsQuery, useSkipStepsMutation } from '../../api/practice.ts';
import { Button } from '../../ui/Button.tsx';
import { problemWords } from '../../words/en/wording.ts';
import { say, STEPS } from '../../words/en/first-steps.ts';
import classes from './Today.module.css';

/** What a new practice does first, ticked by what is there; gone once nothing is left to do. */
export function FirstSteps() {
  const { data } = useFirstStepsQuery();
  const [skip, { error, isLoading }] = useSkipStepsMutation();
  const items = data?.items ?? [];
  const left = items.filter(({ done, skipped }) => !done && !skipped);
  if (left.length === 0) return null;
  const skipAlso = (steps: readonly FirstStep[]): void => {
    const before = items.filter(({ skipped }) => skipped).map(({ step }) => step);
    void skip({ skipped: [...new Set([...before, ...steps])] });
  };
  return (
    <section className={classes.steps} aria-label={say.firstSteps}>
      <h2>{say.firstSteps}</h2>
      <p>{say.whatTheyAre}</p>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <ol>
        {items
          .filter(({ skipped, done }) => done || !skipped)
          .map(({ step, done }) => (
            <li key={step} data-done={done}>
              <Link to={STEPS[step].to}>{STEPS[step].words}</Link>{' '}
              {done ? (
                <small>✓ {say.done}</small>
              ) : (
                <Button
                  disabled={isLoading}
                  aria-label={say.skipStep(STEPS[step].words)}
                  onClick={() => {
                    skipAlso([step]);
                  }}
                >
                  {say.skip}
                </Button>
              )}
            </li>
          ))}
      </ol>
      <Button
        disabled={isLoading}
        onClick={() => {
          skipAlso(left.map(({ step }) => step));
        }}
      >
        {say.skipAll}
      </Button>
    </section>
  );
}
