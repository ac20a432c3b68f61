import { useState } from 'react';
import type { EntrySummary } from '../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../contract/matters.ts';
import { today } from '../../app/dates.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { EntryLine } from './EntryLine.tsx';
import { Discarded, OnItsWay } from '../trays/index.ts';
import { useLazyOlderEntriesQuery } from './api.ts';
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
      </div>
      <div className={classes.scroll}>
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
