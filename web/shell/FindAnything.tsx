import { Combobox, useCombobox } from '@mantine/core';
import type { ComboboxStore } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import type { MatterSummary } from '../../contract/matters.ts';
import { useKeys } from '../ui/keys.ts';
import { useFindMattersQuery, useLazyFindMattersQuery } from '../api/matters.ts';
import { say } from '../words/en/shell.ts';
import classes from './FindAnything.module.css';

const MOST = 8;

/** The field that finds from anywhere: Ctrl+K, a few letters, Enter. */
export function FindAnything() {
  const [typed, setTyped] = useState('');
  const [query] = useDebouncedValue(typed, 120);
  const { data } = useFindMattersQuery({ query, limit: MOST }, { skip: query.trim() === '' });
  const found = query.trim() === '' ? [] : (data?.items ?? []);
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

  const [ask] = useLazyFindMattersQuery();
  const open = (id: string, starting = false): void => {
    setTyped('');
    combobox.closeDropdown();
    input.current?.blur();
    void navigate(starting ? `/matters/${id}/start` : `/matters/${id}`);
  };
  /** Enter means what these very letters find, not what was shown for the letters before them. */
  const enter = async (starting: boolean): Promise<void> => {
    if (typed.trim() === '') return;
    const answer = await ask({ query: typed, limit: MOST }, true)
      .unwrap()
      .catch(() => undefined);
    const [first] = answer?.items ?? [];
    if (first) open(first.id, starting);
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Enter' && (event.shiftKey || combobox.getSelectedOptionIndex() <= 0)) {
      event.preventDefault();
      event.stopPropagation();
      const marked = found[combobox.getSelectedOptionIndex()];
      if (marked && combobox.getSelectedOptionIndex() > 0) open(marked.id, event.shiftKey);
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
        <Found items={found} none={data !== undefined && found.length === 0} />
      </Combobox.Dropdown>
    </Combobox>
  );
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
  readonly none: boolean;
}

function Found({ items, none }: FoundProps) {
  return (
    <Combobox.Options aria-label={say.mattersFound}>
      {items.map((matter) => (
        <Combobox.Option key={matter.id} value={matter.id} className={classes.option}>
          <span className={classes.reference}>{matter.reference}</span>
          <span className={classes.title}>{matter.title}</span>
          <span className={classes.parties}>{matter.parties[0] ?? ''}</span>
        </Combobox.Option>
      ))}
      {none ? <Combobox.Empty>{say.noMatterHasTheseWords}</Combobox.Empty> : null}
      {items.length > 0 ? (
        <Combobox.Footer className={classes.hint}>{say.enterOpensItShiftEnter}</Combobox.Footer>
      ) : null}
    </Combobox.Options>
  );
}
