import { useState } from 'react';
import { Link } from 'react-router';
import type { EntrySummary } from '../../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { today } from '../../../words/dates.ts';
import { plural, problemWords } from '../../../words/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { EntryLine } from './EntryLine.tsx';
import { Discarded } from '../../../parts/messages/Discarded.tsx';
import { OnItsWay } from '../../../parts/messages/OnItsWay.tsx';
import { NoteForm } from './NoteForm.tsx';
import { useTakeInMutation } from '../../../api/inTray.ts';
import { useLazyOlderEntriesQuery } from '../../../api/correspondence.ts';
import { gather, months } from './conversations.ts';
import classes from './Correspondence.module.css';

type Direction = EntrySummary['direction'] | 'all';

/** A matter's letters, newest on top, answers gathered under the day their conversation last moved. */
export function Correspondence({
  matter,
  mayChange,
}: {
  readonly matter: MatterDetail;
  readonly mayChange: boolean;
}) {
  const [direction, setDirection] = useState<Direction>('all');
  const [older, setOlder] = useState<
    { readonly items: readonly EntrySummary[]; readonly next: string | null } | undefined
  >();
  const [noting, setNoting] = useState(false);
  const [over, setOver] = useState(false);
  const [takeIn, taking] = useTakeInMutation();
  const [loadOlder, { isFetching }] = useLazyOlderEntriesQuery();
  const entries = [...matter.correspondence.items, ...(older?.items ?? [])];
  const next = older ? older.next : matter.correspondence.next;
  const shown = entries.filter((entry) => direction === 'all' || entry.direction === direction);

  const showMore = async (after: string): Promise<void> => {
    const page = await loadOlder({ matterId: matter.id, after }).unwrap();
    setOlder((known) => ({ items: [...(known?.items ?? []), ...page.items], next: page.next }));
  };

  return (
    <section className={classes.letters} aria-label="Correspondence">
      <div className={classes.bar} role="group" aria-label="Which letters">
        <Filter
          label="All"
          count={matter.counts.all}
          pressed={direction === 'all'}
          onPress={() => {
            setDirection('all');
          }}
        />
        <Filter
          label="Sent"
          count={matter.counts.out}
          pressed={direction === 'out'}
          onPress={() => {
            setDirection('out');
          }}
        />
        <Filter
          label="Received"
          count={matter.counts.in}
          pressed={direction === 'in'}
          onPress={() => {
            setDirection('in');
          }}
        />
        {matter.counts.note > 0 ? (
          <Filter
            label="Notes"
            count={matter.counts.note}
            pressed={direction === 'note'}
            onPress={() => {
              setDirection('note');
            }}
          />
        ) : null}
        {mayChange ? (
          <Button
            className={classes.noting}
            aria-pressed={noting}
            onClick={() => {
              setNoting(!noting);
            }}
          >
            Note a call…
          </Button>
        ) : null}
        <Link
          className={classes.finding}
          to={`/correspondence?matterId=${matter.id}`}
          title="Words, people, days and kinds on this matter"
        >
          Find
        </Link>
      </div>
      <div
        className={classes.scroll}
        data-over={over}
        onDragOver={(event) => {
          if (!mayChange || !event.dataTransfer.types.includes('Files')) return;
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => {
          setOver(false);
        }}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          const files = [...event.dataTransfer.files];
          if (mayChange && files.length > 0) void takeIn({ files, matterId: matter.id });
        }}
      >
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
        {months(shown, today()).map(([month, inMonth]) => (
          <section key={month} aria-label={month}>
            <h2 className={classes.month}>{month}</h2>
            {gather(inMonth).map(({ entry, follows }) => (
              <EntryLine key={entry.id} entry={entry} follows={follows} mayChange={mayChange} />
            ))}
          </section>
        ))}
        {entries.length === 0 ? (
          <Blank title="No letters yet">
            <p>What is sent from this matter, and what comes back, is filed here by itself.</p>
          </Blank>
        ) : null}
        {next === null ? null : (
          <Button disabled={isFetching} onClick={() => void showMore(next)}>
            Older letters
          </Button>
        )}
      </div>
    </section>
  );
}

function Filter({
  label,
  count,
  pressed,
  onPress,
}: {
  readonly label: string;
  readonly count: number;
  readonly pressed: boolean;
  readonly onPress: () => void;
}) {
  return (
    <button type="button" aria-pressed={pressed} onClick={onPress}>
      {label} {count}
    </button>
  );
}
