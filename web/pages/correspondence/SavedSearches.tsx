import { Menu } from '@mantine/core';
import { useState } from 'react';
import type { SavedSearch, SearchQuery } from '../../../contract/search.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import {
  useDropSearchMutation,
  useKeepSearchMutation,
  useSavedSearchesQuery,
} from '../../api/savedSearches.ts';
import { say } from '../../words/en/correspondence.ts';
import classes from './Correspondence.module.css';

/** Searches that are kept under a name. */
export function SavedSearches({
  query,
  onOpen,
}: {
  readonly query: SearchQuery;
  readonly onOpen: (query: SearchQuery) => void;
}) {
  const { data } = useSavedSearchesQuery();
  const [keep, keeping] = useKeepSearchMutation();
  const [drop, dropping] = useDropSearchMutation();
  const [name, setName] = useState('');
  const [dropped, setDropped] = useState<SavedSearch>();
  const kept = data?.items ?? [];
  const error = keeping.error ?? dropping.error;
  /** Nothing is said to be gone, or back, before the server has it so. */
  const tell = async (asked: Promise<unknown>, next: SavedSearch | undefined): Promise<void> => {
    await asked;
    setDropped(next);
  };
  return (
    <Menu width={280} position="bottom-end" closeOnItemClick={false}>
      <Menu.Target>
        <Button>{say.savedSearches(kept.length > 0 ? ` (${kept.length})` : '')}</Button>
      </Menu.Target>
      <Menu.Dropdown>
        {kept.map((search) => (
          <div key={search.id} className={classes.kept}>
            <Menu.Item
              onClick={() => {
                onOpen(search.query);
              }}
            >
              {search.name}
            </Menu.Item>
            <Button
              aria-label={say.drop(search.name)}
              onClick={() => {
                void tell(drop(search.id).unwrap(), search).catch(() => undefined);
              }}
            >
              ×
            </Button>
          </div>
        ))}
        {dropped ? (
          <p className={classes.keep} role="status">
            {say.isGone(dropped.name)}
            <Button
              onClick={() => {
                void tell(keep({ name: dropped.name, query: dropped.query }).unwrap(), undefined).catch(
                  () => undefined,
                );
              }}
            >
              {say.undo}
            </Button>
          </p>
        ) : null}
        <form
          className={classes.keep}
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() === '') return;
            void keep({ name, query })
              .unwrap()
              .then(
                () => {
                  setName('');
                },
                () => undefined,
              );
          }}
        >
          <input
            value={name}
            aria-label={say.nameOfTheSearch}
            placeholder={say.saveThisSearchAs}
            onKeyDown={(event) => {
              event.stopPropagation();
            }}
            onChange={(event) => {
              setName(event.currentTarget.value);
            }}
          />
          <Button type="submit">{say.save}</Button>
        </form>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
      </Menu.Dropdown>
    </Menu>
  );
}
