import { useState } from 'react';
import type { Standing, TemplateSummary } from '../../../contract/templates.ts';
import { useChangeStandingMutation } from '../../api/templates.ts';
import { Button } from '../../ui/Button.tsx';
import { plural, problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/templates.ts';
import classes from '../../parts/wording/Library.module.css';

type Chosen = Pick<TemplateSummary, 'id' | 'name' | 'standing'>;

interface StandingOfManyProps {
  readonly chosen: readonly Chosen[];
  readonly onDone: () => void;
}

/** What became of several: how many were changed, what they were before, and which were refused and why. */
interface Told {
  readonly done: string;
  readonly before: readonly Chosen[];
  readonly refused: readonly string[];
}

const WAYS: readonly (readonly [to: Standing, act: string, done: string])[] = [
  ['approved', say.approve, 'approved'],
  ['shared', say.share, 'shared'],
  ['retired', say.retire, 'retired'],
];

/** Approves, shares or retires all that are chosen, in one press; taken back in another. */
export function StandingOfMany({ chosen, onDone }: StandingOfManyProps) {
  const [change] = useChangeStandingMutation();
  const [told, setTold] = useState<Told>();
  const [busy, setBusy] = useState(false);

  const give = async (templates: readonly (Chosen & { readonly to: Standing })[], done: string) => {
    setBusy(true);
    const before: Chosen[] = [];
    const refused: string[] = [];
    for (const { to, ...template } of templates) {
      const problem = await change({ id: template.id, standing: to })
        .unwrap()
        .then(
          () => undefined,
          (error: unknown) => problemWords(error),
        );
      if (problem === undefined) before.push(template);
      else refused.push(`${template.name}: ${problem}`);
    }
    setBusy(false);
    setTold({ done: `${plural(before.length, say.template)} ${done}`, before, refused });
    onDone();
  };
  const undo = (before: readonly Chosen[]): void => {
    void give(
      before.map((one) => ({ ...one, to: one.standing })),
      say.asBefore,
    );
  };

  if (chosen.length === 0 && !told) return null;
  return (
    <p className={classes.many} role="status">
      {chosen.length > 0 ? (
        <>
          {say.chosen(plural(chosen.length, say.template))}
          {WAYS.map(([to, act, done]) => (
            <Button
              key={to}
              disabled={busy}
              onClick={() =>
                void give(
                  chosen.filter(({ standing }) => standing !== to).map((one) => ({ ...one, to })),
                  done,
                )
              }
            >
              {act}
            </Button>
          ))}
          <Button onClick={onDone}>{say.chooseNone}</Button>
        </>
      ) : null}
      {told && chosen.length === 0 ? (
        <>
          {told.done}
          {told.before.length > 0 ? (
            <Button
              disabled={busy}
              onClick={() => {
                undo(told.before);
              }}
            >
              {say.undo}
            </Button>
          ) : null}
          {told.refused.length > 0 ? (
            <span className={classes.refused}>{say.notChanged(told.refused.join(' '))}</span>
          ) : null}
        </>
      ) : null}
    </p>
  );
}
