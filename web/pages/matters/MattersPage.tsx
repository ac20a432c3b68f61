import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import type { KeyboardEvent, RefObject } from 'react';
import { useLocation, useNavigate, useOutletContext, useSearchParams } from 'react-router';
import type { MatterSort, MatterSummary } from '../../../contract/matters.ts';
import type { Session } from '../../../contract/session.ts';
import { plural, problemWords } from '../../words/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { useEntered } from '../../ui/useEntered.ts';
import { MatterRow } from './MatterRow.tsx';
import { NewMatter } from './NewMatter.tsx';
import { useMattersInfiniteQuery } from '../../api/matters.ts';
import classes from './MattersPage.module.css';

const SORTS: readonly (readonly [sort: MatterSort, label: string])[] = [
  ['recent', 'Last message'],
  ['reference', 'Reference'],
  ['title', 'Title'],
  ['stage', 'Stage'],
];

const TYPING_MS = 120;

/** What a matter is to be opened for, where somebody comes from a message. */
const openedWith = (state: unknown): string | undefined =>
  typeof state === 'object' && state !== null && 'opening' in state && typeof state.opening === 'string'
    ? state.opening
    : undefined;

/** All matters, narrowed as one types over reference, title and parties; gone along with the arrow keys. */
export function MattersPage() {
  const { typed, setTyped, query, sort, setSort } = useNarrowing();
  const { data, currentData, error, hasNextPage, isFetchingNextPage, fetchNextPage } =
    useMattersInfiniteQuery({ query, sort });
  const matters = data?.pages.flatMap(({ items }) => items) ?? [];
  const openingWith = openedWith(useLocation().state);
  const [opening, setOpening] = useState(openingWith !== undefined);
  const { user } = useOutletContext<Session>();
  const list = useRef<HTMLDivElement>(null);

  const { at, setMarked, enter, onKey } = useWalk(matters, list);
  const onEnter = useEntered(typed, query === typed && currentData !== undefined, enter);

  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1 className={classes.title}>Matters</h1>
        <SearchField
          autoFocus
          value={typed}
          placeholder="Reference, title or party"
          label="Narrow the matters by reference, title or party"
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
        <Sorts sort={sort} onSort={setSort} />
        {user.mayChange ? (
          <Button
            onClick={() => {
              setOpening(true);
            }}
          >
            New matter
          </Button>
        ) : null}
      </header>
      {opening ? (
        <NewMatter
          about={openingWith ?? ''}
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
        {matters.map((matter, n) => (
          <MatterRow
            key={matter.id}
            matter={matter}
            marked={n === at}
            onMark={() => {
              setMarked(n);
            }}
          />
        ))}
        {data && matters.length === 0 ? (
          <NoMatters
            query={query}
            onClear={() => {
              setTyped('');
            }}
          />
        ) : null}
        {hasNextPage ? (
          <Button disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            Show more
          </Button>
        ) : null}
      </div>
      <p className={classes.count} aria-live="polite">
        {data ? `${plural(matters.length, 'matter')}${hasNextPage ? ' shown, more below' : ''}` : ''}
      </p>
    </div>
  );
}

type Sort = (typeof SORTS)[number][0];

/** What the list is narrowed by and how it is ordered, kept in the address, so that coming back finds it so. */
function useNarrowing() {
  const [params, setParams] = useSearchParams();
  const [typed, setTyped] = useState(params.get('query') ?? '');
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const sort = SORTS.find(([known]) => known === params.get('sort'))?.[0] ?? 'recent';
  useEffect(() => {
    setParams(
      (known) => {
        const next = new URLSearchParams(known);
        if (query) next.set('query', query);
        else next.delete('query');
        return next;
      },
      { replace: true },
    );
  }, [query, setParams]);
  const setSort = (key: Sort): void => {
    setParams(
      (known) => {
        known.set('sort', key);
        return known;
      },
      { replace: true },
    );
  };
  return { typed, setTyped, query, sort, setSort };
}

const PAGE_ROWS = 12;

/** Goes along the matters by the arrow keys while one types; Enter opens the marked one. */
function useWalk(matters: readonly MatterSummary[], list: RefObject<HTMLDivElement | null>) {
  const [marked, setMarked] = useState(0);
  const navigate = useNavigate();
  const at = Math.min(marked, Math.max(0, matters.length - 1));
  const mark = (next: number): void => {
    const bounded = Math.max(0, Math.min(matters.length - 1, next));
    setMarked(bounded);
    list.current?.querySelectorAll('[data-matter]')[bounded]?.scrollIntoView({ block: 'nearest' });
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

interface SortsProps {
  readonly sort: Sort;
  readonly onSort: (sort: Sort) => void;
}

function Sorts({ sort, onSort }: SortsProps) {
  return (
    <div className={classes.sorts} role="group" aria-label="Order">
      {SORTS.map(([key, label]) => (
        <button
          key={key}
          type="button"
          aria-pressed={sort === key}
          onClick={() => {
            onSort(key);
          }}
        >
          {label}
        </button>
      ))}
    </div>
  );
}

function NoMatters({ query, onClear }: { readonly query: string; readonly onClear: () => void }) {
  if (query === '') {
    return (
      <Blank title="No matters yet">
        <p>
          A matter holds its parties, documents, dates and correspondence. Whatever you write starts from one.
        </p>
      </Blank>
    );
  }
  return (
    <Blank title={`Nothing with “${query}”`}>
      <p>The words are looked for in reference, title and the names of parties.</p>
      <Button onClick={onClear}>Show all matters</Button>
    </Blank>
  );
}
