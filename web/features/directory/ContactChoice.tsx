import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import type { ContactSummary } from '../../../contract/directory.ts';
import { useSomeContactsQuery } from './api.ts';
import classes from './Directory.module.css';

interface ContactChoiceProps {
  readonly label: string;
  /** Who is chosen, by name; empty for nobody. */
  readonly chosen: string;
  readonly onChoose: (contact: ContactSummary | undefined) => void;
  readonly autoFocus?: boolean;
}

const TYPING_MS = 150;

/** Somebody of the directory, found as one types. */
export function ContactChoice({ label, chosen, onChoose, autoFocus }: ContactChoiceProps) {
  const [typed, setTyped] = useState<string>();
  const [query] = useDebouncedValue(typed ?? '', TYPING_MS);
  const { data } = useSomeContactsQuery(query, { skip: typed === undefined });
  const found = typed === undefined ? [] : (data?.items ?? []);
  const choose = (contact: ContactSummary | undefined): void => {
    onChoose(contact);
    setTyped(undefined);
  };
  return (
    <div
      className={classes.choice}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setTyped(undefined);
      }}
    >
      <label>
        {label}
        <input
          role="combobox"
          aria-expanded={found.length > 0}
          aria-controls={`choices-${label}`}
          autoFocus={autoFocus}
          value={typed ?? chosen}
          placeholder="a name"
          onChange={(event) => {
            setTyped(event.currentTarget.value);
          }}
          onKeyDown={(event) => {
            const [first] = found;
            if (event.key === 'Enter' && first) {
              event.preventDefault();
              choose(first);
            }
            if (event.key === 'Enter' && typed === '') choose(undefined);
          }}
        />
      </label>
      {found.length > 0 ? (
        <ul id={`choices-${label}`} role="listbox" aria-label="Contacts">
          {found.map((contact) => (
            <li key={contact.id} role="option" aria-selected={false}>
              <button
                type="button"
                onClick={() => {
                  choose(contact);
                }}
              >
                <b>{contact.name}</b> <small>{contact.organisation ?? contact.email}</small>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
