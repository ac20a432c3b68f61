import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import type { RoutineJson, TriedRoutine } from '../../../contract/routines.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useTriedRoutineQuery } from '../../api/routines.ts';
import { MatterPicker } from '../../parts/pickers/MatterPicker.tsx';
import { occasionWords, say, stepWords, whyWords } from '../../words/en/routines.ts';
import classes from './RoutinePage.module.css';

/** Typing goes on while it is tried. */
const REST_MS = 400;

/** What is wrong with it, where it can be run, and what it would do on a matter of one's choice. */
export function TriedOn({ content }: { readonly content: RoutineJson }) {
  const [matter, setMatter] = useState<{ readonly id: string; readonly called: string }>();
  const [settled] = useDebouncedValue(content, REST_MS);
  const { data: types } = useMatterTypesQuery();
  const isWhole = settled.name.trim() !== '' && settled.steps.every(isWritten);
  const { data } = useTriedRoutineQuery(
    { content: settled, ...(matter ? { matterId: matter.id } : {}) },
    { skip: !isWhole },
  );
  const names = (types?.items ?? []).filter(({ id }) => data?.suits.includes(id));
  return (
    <aside className={classes.beside} aria-label={say.beside}>
      <h2>{say.beside}</h2>
      <MatterPicker
        label={say.whichMatter}
        labelled="above"
        matterId={matter?.id}
        chosen={matter?.called}
        onChoose={({ id, reference, title }) => {
          setMatter({ id, called: `${reference} · ${title}` });
        }}
      />
      {isWhole && data ? (
        <>
          {data.problems.map((problem, n) => (
            <p key={n} role="note" className={classes.problem}>
              {whyWords(problem)}
            </p>
          ))}
          <p className={classes.none}>
            {names.length > 0 ? say.suits(names.map(({ definition }) => definition.name)) : say.suitsNothing}
          </p>
          {data.would ? <Would tried={{ ...data, would: data.would }} /> : null}
        </>
      ) : null}
      {matter ? null : <p className={classes.none}>{say.chooseAMatter}</p>}
    </aside>
  );
}

/** Every part of a sentence is chosen: half of one is not asked about. */
function isWritten(step: RoutineJson['steps'][number]): boolean {
  switch (step.does) {
    case 'send':
    case 'document':
      return step.templateId !== '';
    case 'followUp':
      return step.what.trim() !== '';
    case 'stage':
      return step.stage !== '';
    case 'date':
    case 'fact':
      return step.key !== '';
    default:
      return step satisfies never;
  }
}

type Tried = TriedRoutine;

const Would = ({
  tried: { would, offered },
}: {
  readonly tried: Pick<Tried, 'offered'> & { readonly would: NonNullable<Tried['would']> };
}) => (
  <>
    <p className={classes.none}>
      {offered === null ? say.notOfferedThere : `${say.offeredThere} ${occasionWords(offered)}.`}
    </p>
    <ol className={classes.would}>
      {would.steps.map((step, n) => (
        <li key={n}>{stepWords(step)}</li>
      ))}
    </ol>
    {would.problems.map((problem, n) => (
      <p key={n} role="note" className={classes.problem}>
        {whyWords(problem)}
      </p>
    ))}
    {would.messages.map((message, n) => (
      <article key={n} className={classes.message}>
        <h3>{message.subject}</h3>
        <div>{message.text}</div>
      </article>
    ))}
  </>
);
