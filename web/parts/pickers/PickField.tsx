import { useId } from 'react';
import type { ReactNode, Ref } from 'react';
import { useEntered } from '../../ui/useEntered.ts';
import type { Pick } from './usePick.ts';
import classes from './PickField.module.css';

interface PickFieldProps<T> {
  readonly pick: Pick;
  readonly label: string;
  /** Where the label stands: above the field, before it, or in it while nothing is typed. */
  readonly labelled: 'above' | 'before' | 'within';
  readonly listLabel: string;
  /** What is chosen, in words; shown while nothing is typed. */
  readonly chosen?: string;
  /** What the very letters typed have found; undefined while the answer to them is awaited. */
  readonly found: readonly T[] | undefined;
  readonly idOf: (one: T) => string;
  readonly selectedId?: string | undefined;
  readonly children: (one: T) => ReactNode;
  readonly onChoose: (one: T) => void;
  /** The field is left with something typed that was not chosen. */
  readonly onLeave?: () => void;
  /** Enter on an emptied field. */
  readonly onClear?: () => void;
  readonly inputRef?: Ref<HTMLInputElement> | undefined;
  readonly autoFocus?: boolean | undefined;
}

/** A field that finds as one types. Enter takes the first that the letters typed have found, never one found for others. */
export function PickField<T>(props: PickFieldProps<T>) {
  const { pick, label, labelled, listLabel, chosen = '', found, idOf, selectedId, children } = props;
  const { onChoose, onLeave, onClear, inputRef, autoFocus } = props;
  const listId = useId();
  const shown = pick.open ? (found ?? []) : [];
  const choose = (one: T): void => {
    pick.close();
    onChoose(one);
  };
  const enter = useEntered(pick.typed, found !== undefined, () => {
    const [first] = found ?? [];
    if (first && pick.open) choose(first);
  });
  const input = (
    <input
      ref={inputRef}
      role="combobox"
      {...(labelled === 'within' ? { 'aria-label': label } : {})}
      placeholder={labelled === 'within' ? label : undefined}
      aria-expanded={shown.length > 0}
      aria-controls={listId}
      autoFocus={autoFocus}
      value={pick.open ? pick.typed : chosen}
      onFocus={pick.show}
      onChange={(event) => {
        pick.type(event.currentTarget.value);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && pick.open) {
          event.preventDefault();
          if (pick.typed === '' && onClear) {
            pick.close();
            onClear();
          } else enter();
        }
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        pick.close();
        event.currentTarget.blur();
      }}
    />
  );
  return (
    <div
      className={`${classes.find} ${classes[labelled] ?? ''}`}
      onBlur={(event) => {
        if (event.currentTarget.contains(event.relatedTarget)) return;
        if (pick.open && pick.typed !== '') onLeave?.();
        pick.close();
      }}
    >
      {labelled === 'within' ? (
        input
      ) : (
        <label>
          {label}
          {input}
        </label>
      )}
      {shown.length > 0 ? (
        <ul id={listId} role="listbox" aria-label={listLabel}>
          {shown.map((one) => (
            <li key={idOf(one)} role="option" aria-selected={idOf(one) === selectedId}>
              <button
                type="button"
                onClick={() => {
                  choose(one);
                }}
              >
                {children(one)}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
