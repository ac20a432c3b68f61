import { isGeneralFile } from '../../../../core/model/generalFile.ts';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { today } from '../../../words/dates.ts';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { Discarded } from '../../../parts/messages/Discarded.tsx';
import { OnItsWay } from '../../../parts/messages/OnItsWay.tsx';
import { NoteForm } from './NoteForm.tsx';
import { useTakeInMutation } from '../../../api/inTray.ts';
import { useAllEntriesInfiniteQuery } from '../../../api/correspondence.ts';
import { useTakesDropped } from '../dropped.ts';
import { BundleBlock } from './BundleBlock.tsx';
import { bundlesOf, months } from './conversations.ts';
import { LettersBar } from './LettersBar.tsx';
import type { Direction } from './LettersBar.tsx';
import { say } from '../../../words/en/matter-correspondence.ts';
import { reasonSentence } from '../../../words/en/refusals.ts';
import classes from './Correspondence.module.css';

interface CorrespondenceProps {
  readonly matter: MatterDetail;
  readonly mayChange: boolean;
}

/** What went out and came in on a matter: conversations as bundles, that which moved last on top. */
export function Correspondence({ matter, mayChange }: CorrespondenceProps) {
  const [direction, setDirection] = useState<Direction>('all');
  const [noting, setNoting] = useState(false);
  const [takeIn, taking] = useTakeInMutation();
  const file = (files: readonly File[]): void => void takeIn({ files, matterId: matter.id });
  useTakesDropped('correspondence', file, mayChange);
  const { entries, hasOlder, showOlder, isFetching, problem } = useEntries(matter);
  const shown = entries.filter((entry) => direction === 'all' || entry.direction === direction);
  return (
    <section className={classes.letters} aria-label={say.correspondence}>
      <LettersBar
        matter={matter}
        direction={direction}
        noting={noting}
        mayChange={mayChange}
        onDirection={setDirection}
        onNoting={() => {
          setNoting(!noting);
        }}
      />
      <div className={classes.scroll}>
        {taking.error ? (
          <p role="alert" className={classes.taken}>
            {problemWords(taking.error)}
          </p>
        ) : null}
        {taking.data ? (
          <p role="status" className={classes.taken}>
            {say.filedHere(
              plural(taking.data.filed, say.message),
              taking.data.known > 0 ? say.knownAlready(taking.data.known) : '',
            )}
            {taking.data.refused.map(({ name, why }) => `; ${name}: ${reasonSentence(why)}`)}
          </p>
        ) : null}
        {noting ? (
          <NoteForm
            matterId={matter.id}
            onEnd={() => {
              setNoting(false);
            }}
          />
        ) : null}
        <Discarded matterId={matter.id} />
        <OnItsWay messages={matter.drafts} mayChange={mayChange} />
        {months(bundlesOf(shown), today()).map(([month, inMonth]) => (
          <section key={month} aria-label={month}>
            <h2 className={classes.month}>{month}</h2>
            {inMonth.map((bundle) => (
              <BundleBlock key={bundle.id} bundle={bundle} mayChange={mayChange} />
            ))}
          </section>
        ))}
        {entries.length === 0 ? (
          <Blank title={say.noMessagesYet}>
            <p>{isGeneralFile(matter.id) ? say.whatIsWrittenWithout : say.whatIsSentFromThis}</p>
          </Blank>
        ) : null}
        {problem ? <p role="alert">{problemWords(problem)}</p> : null}
        {hasOlder ? (
          <Button disabled={isFetching} onClick={showOlder}>
            {say.olderMessages}
          </Button>
        ) : null}
      </div>
    </section>
  );
}

/** The matter's newest entries; all of them, page by page, once older ones were asked for. */
function useEntries({ id, correspondence }: MatterDetail) {
  const [wanted, setWanted] = useState<string>();
  const all = useAllEntriesInfiniteQuery(wanted === id ? id : skipToken);
  const pages = wanted === id ? all.data?.pages : undefined;
  return {
    entries: pages ? pages.flatMap(({ items }) => items) : correspondence.items,
    hasOlder: pages ? all.hasNextPage : correspondence.next !== null,
    showOlder: (): void => {
      if (wanted === id) void all.fetchNextPage();
      else setWanted(id);
    },
    isFetching: all.isFetching,
    problem: all.error,
  };
}
