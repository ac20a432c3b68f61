import { Combobox, useCombobox } from '@mantine/core';
import type { ComboboxStore } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import type { ContactSummary } from '../../contract/directory.ts';
import type { MatterSummary } from '../../contract/matters.ts';
import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { useFindContactsQuery, useLazyFindContactsQuery } from '../api/contacts.ts';
import type { ShelfStart } from '../parts/start/shelfStart.ts';
import { useKeys } from '../ui/keys.ts';
import { useFindMattersQuery, useLazyFindMattersQuery } from '../api/matters.ts';
import { say } from '../words/en/shell.ts';
import classes from './FindAnything.module.css';

const MOST = 8;
const MOST_PEOPLE = 5;

/** What tells a contact's option from a matter's. */
const CONTACT = 'contact ';
const contactOf = (option: string): string | undefined =>
  option.startsWith(CONTACT) ? option.slice(CONTACT.length) : undefined;

/** The field that finds from anywhere: Ctrl+K, a few letters, Enter. */
export function FindAnything() {
  const [typed, setTyped] = useState('');
  const [query] = useDebouncedValue(typed, 120);
  const { found, people, none } = useFound(query);
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const combobox = useCombobox({
    onDropdownClose: () => {
      combobox.resetSelectedOption();
    },
  });
  useFirstMarked(combobox, found);
  useKeys({
    'Ctrl+k': () => {
      input.current?.focus();
      input.current?.select();
    },
  });

  const firstOf = useFirstOf();
  const open = (option: string, starting = false): void => {
    setTyped('');
    combobox.closeDropdown();
    input.current?.blur();
    const { to, state } = wayTo(option, starting, people);
    void navigate(to, { state });
  };
  /** Enter means what these very letters find, not what was shown for the letters before them. */
  const enter = async (starting: boolean): Promise<void> => {
    const first = typed.trim() === '' ? undefined : await firstOf(typed);
    if (first !== undefined) open(first, starting);
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Enter' && (event.shiftKey || combobox.getSelectedOptionIndex() <= 0)) {
      event.preventDefault();
      event.stopPropagation();
      const at = combobox.getSelectedOptionIndex();
      const marked = [...found.map(({ id }) => id), ...people.map(({ id }) => CONTACT + id)][at];
      if (marked !== undefined && at > 0) open(marked, event.shiftKey);
      else void enter(event.shiftKey);
    }
    if (event.key !== 'Escape') return;
    setTyped('');
    event.currentTarget.blur();
  };

  return (
    <Combobox
      store={combobox}
      onOptionSubmit={(id) => {
        open(id);
      }}
      withinPortal={false}
      // There at once: what is to be marked has to be in the page.
      transitionProps={{ duration: 0 }}
    >
      <div className={classes.find}>
        <Combobox.Target withExpandedAttribute>
          <input
            ref={input}
            value={typed}
            placeholder={say.findAMatter}
            aria-label={say.findAMatter}
            role="combobox"
            aria-autocomplete="list"
            onChange={(event) => {
              setTyped(event.currentTarget.value);
              combobox.openDropdown();
            }}
            onFocus={() => {
              combobox.openDropdown();
            }}
            onBlur={() => {
              combobox.closeDropdown();
            }}
            onKeyDown={onKey}
          />
        </Combobox.Target>
        <kbd aria-hidden="true">{say.ctrlK}</kbd>
      </div>
      <Combobox.Dropdown hidden={query.trim() === ''}>
        <Found items={found} people={people} none={none} />
      </Combobox.Dropdown>
    </Combobox>
  );
}

/** Matters and people that have the words typed. */
function useFound(query: string) {
  const skip = query.trim() === '';
  const { data } = useFindMattersQuery({ query, limit: MOST }, { skip });
  const { data: contacts } = useFindContactsQuery(query, { skip });
  const found = skip ? [] : (data?.items ?? []);
  const people = skip ? [] : (contacts?.items ?? []).slice(0, MOST_PEOPLE);
  return {
    found,
    people,
    none: data !== undefined && contacts !== undefined && found.length + people.length === 0,
  };
}

/** The first that some letters find: a matter, or else somebody. */
function useFirstOf(): (typed: string) => Promise<string | undefined> {
  const [askMatters] = useLazyFindMattersQuery();
  const [askPeople] = useLazyFindContactsQuery();
  return async (typed) => {
    const matters = await askMatters({ query: typed, limit: MOST }, true)
      .unwrap()
      .catch(() => undefined);
    const [matter] = matters?.items ?? [];
    if (matter) return matter.id;
    const people = await askPeople(typed, true)
      .unwrap()
      .catch(() => undefined);
    const [person] = people?.items ?? [];
    return person && CONTACT + person.id;
  };
}

/** Where an option leads: to its page, or to the shelf of what can be written there. */
function wayTo(
  option: string,
  starting: boolean,
  people: readonly ContactSummary[],
): { readonly to: string; readonly state?: ShelfStart } {
  const contact = contactOf(option);
  if (contact === undefined) return { to: starting ? `/matters/${option}/start` : `/matters/${option}` };
  if (!starting) return { to: `/directory/${contact}` };
  const name = people.find(({ id }) => id === contact)?.name;
  return {
    to: `/matters/${GENERAL_FILE}/start`,
    state: { contactIds: [contact], ...(name === undefined ? {} : { about: `to ${name}` }) },
  };
}

/** What is found comes later than its letters: the first of it is what Enter opens, and is marked so. */
function useFirstMarked({ selectFirstOption }: ComboboxStore, found: readonly MatterSummary[]): void {
  const [first] = found;
  useEffect(() => {
    if (first) selectFirstOption();
    // The store's functions are new each time; only what was found marks anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [first?.id, found.length]);
}

interface FoundProps {
  readonly items: readonly MatterSummary[];
  readonly people: readonly ContactSummary[];
  readonly none: boolean;
}

function Found({ items, people, none }: FoundProps) {
  return (
    <Combobox.Options aria-label={say.mattersFound}>
      {items.map((matter) => (
        <Combobox.Option key={matter.id} value={matter.id} className={classes.option}>
          <span className={classes.reference}>{matter.reference}</span>
          <span className={classes.title}>{matter.title}</span>
          <span className={classes.parties}>{matter.parties[0] ?? ''}</span>
        </Combobox.Option>
      ))}
      {people.map(({ id, name, organisation, email }) => (
        <Combobox.Option key={id} value={CONTACT + id} className={classes.option}>
          <span className={classes.reference}>{say.contact}</span>
          <span className={classes.title}>{name}</span>
          <span className={classes.parties}>{organisation ?? email ?? ''}</span>
        </Combobox.Option>
      ))}
      {none ? <Combobox.Empty>{say.noMatterHasTheseWords}</Combobox.Empty> : null}
      {items.length + people.length > 0 ? (
        <Combobox.Footer className={classes.hint}>{say.enterOpensItShiftEnter}</Combobox.Footer>
      ) : null}
    </Combobox.Options>
  );
}
