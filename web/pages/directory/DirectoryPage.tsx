import { useDebouncedValue } from '@mantine/hooks';
import { useRef, useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import { CONTACT_SORTS } from '../../../contract/directory.ts';
import { GENERAL_FILE } from '../../../core/model/generalFile.ts';
import type { ShelfStart } from '../../parts/start/shelfStart.ts';
import type { Session } from '../../../contract/session.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { useKeys } from '../../ui/keys.ts';
import { useContactsInfiniteQuery, useDuplicatesQuery } from '../../api/contacts.ts';
import { useGroupsQuery } from '../../api/recipients.ts';
import { useSorting } from '../../ui/useSorting.ts';
import { usePicked } from '../../ui/usePicked.ts';
import { saveContacts } from './saveContacts.ts';
import { ContactTable } from './ContactTable.tsx';
import { Groups } from './Groups.tsx';
import { Alike, JoinedWords } from './Alike.tsx';
import type { Joined } from './Alike.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

const TYPING_MS = 120;

/** Everybody the practice knows, narrowed as one types; a chosen set can be taken out. */
export function DirectoryPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const list = useRef<HTMLDivElement>(null);
  const [sorting, setSorting] = useSorting(CONTACT_SORTS);
  const { picked, toggle } = usePicked();
  const [showAlike, setShowAlike] = useState(false);
  const [showGroups, setShowGroups] = useState(false);
  const savedGroups = useGroupsQuery(undefined).data?.items.length ?? 0;
  const [joined, setJoined] = useState<Joined>();
  const { data, error, hasNextPage, fetchNextPage } = useContactsInfiniteQuery({
    query,
    sort: sorting.by,
    reversed: sorting.reversed,
  });
  const { data: alike } = useDuplicatesQuery();
  const contacts = data?.pages.flatMap(({ items }) => items) ?? [];
  const groups = alike?.items ?? [];
  useKeys({ n: () => void (user.mayChange && navigate('/directory/new')) });
  return (
    <div className={classes.page}>
      <ViewHead title={say.directory}>
        <SearchField
          autoFocus
          value={typed}
          placeholder={say.nameOrganisationOrAddress}
          label={say.narrowTheDirectoryByName}
          onChange={setTyped}
        />
        <Toggle
          words={groups.length > 0 ? plural(groups.length, say.possibleDuplicate) : ''}
          on={showAlike}
          onChange={setShowAlike}
        />
        <Toggle
          words={savedGroups > 0 || showGroups ? plural(savedGroups, say.group) : ''}
          on={showGroups}
          onChange={setShowGroups}
        />
        <Actions chosen={[...picked]} mayChange={user.mayChange} />
      </ViewHead>
      {joined ? <JoinedWords joined={joined} onUndone={setJoined} /> : null}
      {showGroups ? <Groups mayChange={user.mayChange} /> : null}
      <div className={classes.list} ref={list}>
        {showAlike && user.mayChange
          ? groups.map(({ contacts: pair, because, same }) => (
              <Alike
                key={`${because} ${same}`}
                contacts={pair}
                because={because}
                same={same}
                onJoined={setJoined}
              />
            ))
          : null}
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        <ContactTable
          contacts={contacts}
          scroll={list}
          sorting={sorting}
          onSort={setSorting}
          picked={picked}
          onPick={toggle}
        />
        {data && contacts.length === 0 ? (
          <Blank title={typed === '' ? say.nobodyYet : say.nobodyWith(typed)}>
            <p>{say.peopleAndOrganisationsThatMatters}</p>
          </Blank>
        ) : null}
        {hasNextPage ? <Button onClick={() => void fetchNextPage()}>{say.showMore}</Button> : null}
      </div>
    </div>
  );
}

interface ToggleProps {
  /** Empty where there is nothing to show. */
  readonly words: string;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}

/** Shows or hides what stands above the list. */
function Toggle({ words, on, onChange }: ToggleProps) {
  if (words === '') return null;
  return (
    <Button
      aria-pressed={on}
      onClick={() => {
        onChange(!on);
      }}
    >
      {words}
    </Button>
  );
}

interface ActionsProps {
  readonly chosen: readonly string[];
  readonly mayChange: boolean;
}

/** Taking contacts out, all or those chosen, bringing them in, and a new one. */
function Actions({ chosen, mayChange }: ActionsProps) {
  const navigate = useNavigate();
  return (
    <span className={classes.actions}>
      <Button onClick={() => void saveContacts('vcard', chosen)}>
        {say.exportAsVcard(chosen.length > 0 ? chosen.length : say.all)}
      </Button>
      <Button onClick={() => void saveContacts('csv', chosen)}>{say.asCsv}</Button>
      {mayChange ? (
        <>
          <Button onClick={() => void navigate('/practice/import')}>{say.importIt}</Button>
          {chosen.length > 0 ? (
            <Button
              onClick={() => {
                const from: ShelfStart = {
                  contactIds: [...chosen],
                  about: say.toSome(plural(chosen.length, say.contactNoun)),
                };
                void navigate(`/matters/${GENERAL_FILE}/start`, { state: from });
              }}
            >
              {say.writeTo(chosen.length)}
            </Button>
          ) : null}
          <Button kind="go" hint="N" onClick={() => void navigate('/directory/new')}>
            {say.newContact}
          </Button>
        </>
      ) : null}
    </span>
  );
}
