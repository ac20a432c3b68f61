import { today } from '../../../words/dates.ts';
import { awaitingWords } from '../../../words/en/wording.ts';
import { otherMonth } from './conversations.ts';
import type { Bundle } from './conversations.ts';
import { EntryLine } from './EntryLine.tsx';
import { useOpenHere } from './useOpenHere.ts';
import { Tip } from '../../../ui/Tip.tsx';
import classes from './Correspondence.module.css';

/** A conversation: its subject once, which opens the latest entry, whose turn it is beside it, and its entries under it. */
export function BundleBlock({ bundle, mayChange }: { readonly bundle: Bundle; readonly mayChange: boolean }) {
  const { open, toggle } = useOpenHere(bundle.entries[0]?.id ?? '');
  const on = today();
  const [turn] = bundle.entries.flatMap((entry) => awaitingWords(entry, on) ?? []);
  return (
    <section className={classes.bundle} aria-label={bundle.subject}>
      <h3 className={classes.subject}>
        <Tip label={bundle.subject}>
          <button type="button" aria-expanded={open} onClick={toggle}>
            {bundle.subject}
          </button>
        </Tip>
        {turn ? (
          <small className={classes.turn} data-late={turn.late}>
            {turn.words}
          </small>
        ) : null}
      </h3>
      {bundle.entries.map((entry) => (
        <EntryLine
          key={entry.id}
          entry={entry}
          subject={bundle.subject}
          month={otherMonth(entry, bundle)}
          mayChange={mayChange}
        />
      ))}
    </section>
  );
}
