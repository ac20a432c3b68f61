import { useState } from 'react';
import type { EntrySummary } from '../../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { today } from '../../../words/dates.ts';
import { plural, problemWords } from '../../../words/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { Discarded } from '../../../parts/messages/Discarded.tsx';
import { OnItsWay } from '../../../parts/messages/OnItsWay.tsx';
import { NoteForm } from './NoteForm.tsx';
import { useTakeInMutation } from '../../../api/inTray.ts';
import { useLazyOlderEntriesQuery } from '../../../api/correspondence.ts';
import { useFileDrop } from '../../../ui/useFileDrop.ts';
import { BundleBlock } from './BundleBlock.tsx';
import { bundlesOf, months } from './conversations.ts';
import { LettersBar } from './LettersBar.tsx';
import type { Direction } from './LettersBar.tsx';
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
  const { over, target } = useFileDrop(mayChange, (files) => void takeIn({ files, matterId: matter.id }));
  const { entries, next, showMore, isFetching } = useEntries(matter);
  const shown = entries.filter((entry) => direction === 'all' || entry.direction === direction);
  return (
    <section className={classes.letters} aria-label="Correspondence">
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
      <div className={classes.scroll} data-over={over} {...target}>
        {taking.error ? (
          <p role="alert" className={classes.taken}>
            {problemWords(taking.error)}
          </p>
        ) : null}
        {taking.data ? (
          <p role="status" className={classes.taken}>
            {plural(taking.data.filed, 'message')} filed here
            {taking.data.known > 0 ? `, ${taking.data.known} known already` : ''}
            {taking.data.refused.map(({ name, why }) => `; ${name}: ${why}`)}
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
          <Blank title="No messages yet">
            <p>What is sent from this matter, and what comes back, is filed here by itself.</p>
          </Blank>
        ) : null}
        {next === null ? null : (
          <Button disabled={isFetching} onClick={() => void showMore(next)}>
            Older messages
          </Button>
        )}
      </div>
    </section>
  );
}

interface OlderPages {
  readonly items: readonly EntrySummary[];
  readonly next: string | null;
}

/** The matter's newest entries, and the older ones that were asked for. */
function useEntries(matter: MatterDetail) {
  const [older, setOlder] = useState<OlderPages>();
  const [loadOlder, { isFetching }] = useLazyOlderEntriesQuery();
  const showMore = async (after: string): Promise<void> => {
    const page = await loadOlder({ matterId: matter.id, after }).unwrap();
    setOlder((known) => ({ items: [...(known?.items ?? []), ...page.items], next: page.next }));
  };
  return {
    entries: [...matter.correspondence.items, ...(older?.items ?? [])],
    next: older ? older.next : matter.correspondence.next,
    showMore,
    isFetching,
  };
}
