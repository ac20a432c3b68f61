import { useImperativeHandle, useState } from 'react';
import type { Ref } from 'react';
import { say } from '../../words/en/parts-editor.ts';
import classes from './PutInList.module.css';

/** One thing that can be put in: what it is, what it says here, and what becomes of it in the text. */
export type PutInItem = { readonly label: string; readonly detail: string } & (
  | { readonly kind: 'field'; readonly path: string }
  | { readonly kind: 'blank'; readonly key: string }
  | { readonly kind: 'newBlank'; readonly key: string; readonly name: string }
  | { readonly kind: 'passage'; readonly id: string; readonly oneLine: boolean }
  /** Its words as they are today, that no later change of the passage reaches. */
  | { readonly kind: 'passageCopy'; readonly id: string; readonly oneLine: boolean }
  /** Another template's wording, with what it asks and encloses. */
  | { readonly kind: 'template'; readonly id: string }
  /** What gives the text its shape: a table, a picture. */
  | { readonly kind: 'shape'; readonly shape: string }
  | { readonly kind: 'signature' }
);

export interface PutInHandle {
  readonly onKeyDown: (event: KeyboardEvent) => boolean;
}

const KIND_WORDS: Readonly<Record<PutInItem['kind'], string>> = {
  field: 'field',
  blank: 'blank',
  newBlank: say.newBlank,
  passage: 'passage',
  passageCopy: say.itsWords,
  template: 'template',
  shape: 'shape',
  signature: 'signature',
};

export interface PutInListProps {
  readonly items: readonly PutInItem[];
  readonly command: (item: PutInItem) => void;
  readonly ref?: Ref<PutInHandle>;
}

/** What can be put in at the caret, gone along with the arrow keys. */
export function PutInList({ items, command, ref }: PutInListProps) {
  const [marked, setMarked] = useState(0);
  const at = Math.min(marked, Math.max(0, items.length - 1));
  useImperativeHandle(ref, () => ({
    onKeyDown: ({ key }) => {
      const item = items[at];
      if (key === 'ArrowDown' || key === 'ArrowUp') {
        setMarked((at + (key === 'ArrowDown' ? 1 : -1) + items.length) % Math.max(1, items.length));
        return items.length > 0;
      }
      if ((key === 'Enter' || key === 'Tab') && item) {
        command(item);
        return true;
      }
      return false;
    },
  }));
  if (items.length === 0) return null;
  return (
    <ul className={classes.list} data-floats="" role="listbox" aria-label={say.whatCanBePutIn}>
      {items.map((item, n) => (
        <li
          key={`${item.kind} ${item.label}`}
          role="option"
          aria-selected={n === at}
          onMouseDown={(event) => {
            event.preventDefault();
            command(item);
          }}
        >
          <b>{item.label}</b>
          <span>{item.detail}</span>
          <small>{KIND_WORDS[item.kind]}</small>
        </li>
      ))}
    </ul>
  );
}
