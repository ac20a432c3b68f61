import { useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { Link, useLocation, useNavigate, useOutletContext } from 'react-router';
import { GENERAL_FILE } from '../../../core/model/generalFile.ts';
import type { MatterSummary } from '../../../contract/matters.ts';
import type { Session } from '../../../contract/session.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { useEntered } from '../../ui/useEntered.ts';
import { MatterFilters } from './MatterFilters.tsx';
import { useNarrowing } from './useNarrowing.ts';
import { MatterTable } from './MatterTable.tsx';
import { NewMatter } from './NewMatter.tsx';
import type { MailBehind } from './NewMatter.tsx';
import { useMattersInfiniteQuery } from '../../api/matters.ts';
import { RoundLink } from '../../parts/start/RoundLink.tsx';
import { usePicked } from '../../ui/usePicked.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/matters.ts';
import classes from './MattersPage.module.css';

/** What a matter is to be opened for, where somebody comes from a message. */
interface Opening {
  readonly opening: string;
  readonly mail?: MailBehind;
}

const openedWith = (state: unknown): Opening | undefined =>
  typeof state === 'object' && state !== null && 'opening' in state ? (state as Opening) : undefined;

/** All matters, narrowed as one types over reference, title and parties; gone along with the arrow keys. */
export function MattersPage() {
  const { clear, typed, setTyped, query, sorting, setSorting, filter, put } = useNarrowing();
  const { data, currentData, error, hasNextPage, isFetchingNextPage, fetchNextPage } =
    useMattersInfiniteQuery({ query, sort: sorting.by, reversed: sorting.reversed, ...filter });
  const matters = data?.pages.flatMap(({ items }) => items) ?? [];
  const openingWith = openedWith(useLocation().state);
  const [opening, setOpening] = useState(openingWith !== undefined);
  const { user } = useOutletContext<Session>();
  const list = useRef<HTMLDivElement>(null);

  const { picked, toggle } = usePicked();
  const { at, setMarked, enter, onKey } = useWalk(matters);
  const onEnter = useEntered(typed, query === typed && currentData !== undefined, enter);

  return (
    <div className={classes.page}>
      <ViewHead title={say.matters}>
        <SearchField
          autoFocus
          value={typed}
          placeholder={say.referenceTitleOrParty}
          label={say.narrowTheMattersByReference}
          controls="matter-list"
          onChange={(value) => {
            setTyped(value);
            setMarked(0);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') onEnter();
            else onKey(event);
          }}
        />
        <MatterFilters filter={filter} onPut={put} />
        <Link to={`/matters/${GENERAL_FILE}`}>{say.generalFile}</Link>
        {picked.size > 0 ? (
          <RoundLink from={{ matterIds: [...picked] }}>{say.startARound(picked.size)}</RoundLink>
        ) : null}
        {user.mayChange ? (
          <Button
            onClick={() => {
              setOpening(true);
            }}
          >
            {say.newMatter}
          </Button>
        ) : null}
      </ViewHead>
      {opening ? (
        <NewMatter
          about={openingWith?.opening ?? ''}
          {...(openingWith?.mail ? { mail: openingWith.mail } : {})}
          onClose={() => {
            setOpening(false);
          }}
        />
      ) : null}
      {error ? (
        <p className={classes.error} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <div className={classes.list} id="matter-list" ref={list}>
        <MatterTable
          matters={matters}
          scroll={list}
          at={at}
          onMark={setMarked}
          sorting={sorting}
          onSort={setSorting}
          picked={picked}
          onPick={user.mayChange ? toggle : undefined}
        />
        {data && matters.length === 0 ? (
          <NoMatters query={query} narrowed={Object.keys(filter).length > 0} onClear={clear} />
        ) : null}
        {hasNextPage ? (
          <Button disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            {say.showMore}
          </Button>
        ) : null}
      </div>
      <p className={classes.count} aria-live="polite">
        {data ? `${plural(matters.length, say.matter)}${hasNextPage ? say.shownMoreBelow : ''}` : ''}
      </p>
    </div>
  );
}

const PAGE_ROWS = 12;

/** Goes along the matters by the arrow keys while one types; Enter opens the marked one. */
function useWalk(matters: readonly MatterSummary[]) {
  const [marked, setMarked] = useState(0);
  const navigate = useNavigate();
  const at = Math.min(marked, Math.max(0, matters.length - 1));
  const mark = (next: number): void => {
    const bounded = Math.max(0, Math.min(matters.length - 1, next));
    setMarked(bounded);
  };
  const onKey = (event: KeyboardEvent): void => {
    const moves: Readonly<Record<string, number>> = {
      ArrowDown: at + 1,
      ArrowUp: at - 1,
      PageDown: at + PAGE_ROWS,
      PageUp: at - PAGE_ROWS,
    };
    const move = moves[event.key];
    if (move === undefined) return;
    mark(move);
    event.preventDefault();
  };
  const enter = (): void => {
    const matter = matters[at];
    if (matter) void navigate(`/matters/${matter.id}`);
  };
  return { at, setMarked, enter, onKey };
}

interface NoMattersProps {
  readonly query: string;
  readonly narrowed: boolean;
  readonly onClear: () => void;
}

function NoMatters({ query, narrowed, onClear }: NoMattersProps) {
  if (query === '' && !narrowed) {
    return (
      <Blank title={say.noMattersYet}>
        <p>{say.aMatterHoldsItsParties}</p>
      </Blank>
    );
  }
  return (
    <Blank title={query === '' ? say.noSuchMatters : say.nothingWith(query)}>
      <p>{say.theWordsAreLookedFor}</p>
      <Button onClick={onClear}>{say.showAllMatters}</Button>
    </Blank>
  );
}
