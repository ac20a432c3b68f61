import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import { useSomeMattersQuery } from './api.ts';
import classes from './Workshop.module.css';

interface MatterChoiceProps {
  readonly matterId: string | undefined;
  readonly onMatter: (matterId: string) => void;
}

const TYPING_MS = 150;

/** Which matter the wording is filled in from: found as one types, the latest ones first. */
export function MatterChoice({ matterId, onMatter }: MatterChoiceProps) {
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const { data } = useSomeMattersQuery(query);
  const { data: latest } = useSomeMattersQuery('');
  const matters = data?.items ?? [];
  const chosen = [...matters, ...(latest?.items ?? [])].find(({ id }) => id === matterId);
  const choose = (id: string): void => {
    onMatter(id);
    setOpen(false);
    setTyped('');
  };
  return (
    <div
      className={classes.choice}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <label>
        Filled in from
        <input
          role="combobox"
          aria-expanded={open}
          aria-controls="matter-choices"
          value={open ? typed : chosen ? `${chosen.reference} · ${chosen.title}` : ''}
          placeholder="a matter"
          onFocus={() => {
            setOpen(true);
          }}
          onChange={(event) => {
            setTyped(event.currentTarget.value);
          }}
          onKeyDown={(event) => {
            const [first] = matters;
            if (event.key === 'Enter' && first) choose(first.id);
            if (event.key === 'Escape') {
              setOpen(false);
              event.stopPropagation();
            }
          }}
        />
      </label>
      {open ? (
        <ul id="matter-choices" role="listbox" aria-label="Matters">
          {matters.map(({ id, reference, title, type }) => (
            <li key={id} role="option" aria-selected={id === matterId}>
              <button
                type="button"
                onClick={() => {
                  choose(id);
                }}
              >
                <b>{reference}</b> {title} <small>{type}</small>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
