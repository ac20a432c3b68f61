import { useDebouncedValue } from '@mantine/hooks';
import { useId, useState } from 'react';
import type { Ref } from 'react';
import { useFindMattersQuery } from './api.ts';
import classes from './FindMatter.module.css';

interface FindMatterProps {
  readonly label: string;
  readonly onChoose: (matter: { readonly id: string; readonly reference: string }) => void;
  readonly inputRef?: Ref<HTMLInputElement>;
}

const TYPING_MS = 150;

/** A matter found as one types, the latest first; Enter takes the first. */
export function FindMatter({ label, onChoose, inputRef }: FindMatterProps) {
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const { data, isFetching } = useFindMattersQuery(query, { skip: !open });
  const id = useId();
  const found = query === typed && !isFetching ? (data?.items ?? []) : [];
  const choose = (matter: (typeof found)[number]): void => {
    setTyped('');
    setOpen(false);
    onChoose(matter);
  };
  return (
    <div
      className={classes.find}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <input
        ref={inputRef}
        role="combobox"
        aria-label={label}
        placeholder={label}
        aria-expanded={open && found.length > 0}
        aria-controls={id}
        value={typed}
        onFocus={() => {
          setOpen(true);
        }}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
          setOpen(true);
        }}
        onKeyDown={(event) => {
          const [first] = found;
          if (event.key === 'Enter' && first) choose(first);
          if (event.key !== 'Escape') return;
          event.stopPropagation();
          event.currentTarget.blur();
        }}
      />
      {open && found.length > 0 ? (
        <ul id={id} role="listbox" aria-label="Matters">
          {found.map((matter) => (
            <li key={matter.id} role="option" aria-selected={false}>
              <button
                type="button"
                onClick={() => {
                  choose(matter);
                }}
              >
                <b>{matter.reference}</b> {matter.title} <small>{matter.stage}</small>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
