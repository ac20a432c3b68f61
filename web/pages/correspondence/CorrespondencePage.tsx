import { writeNumber } from '../../words/dates.ts';
import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useFindInfiniteQuery } from '../../api/correspondence.ts';
import { COUNTED_TO } from '../../../contract/search.ts';
import type { FoundEntry, SearchQuery } from '../../../contract/search.ts';
import { TakeOut } from '../../parts/exports/TakeOut.tsx';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { useKeys } from '../../ui/keys.ts';
import { problemWords } from '../../words/en/wording.ts';
import { NarrowBy } from './Filters.tsx';
import { FoundList } from './FoundList.tsx';
import { paramsOf, queryOf } from './queryParams.ts';
import { SavedSearches } from './SavedSearches.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/correspondence.ts';
import classes from './Correspondence.module.css';

const TYPING_MS = 200;

/** Everything sent and received over the practice, found by words, people, time and kind. */
export function CorrespondencePage() {
  const [params, setParams] = useSearchParams();
  const query = queryOf(params);
  const { data, error, isFetching, hasNextPage, fetchNextPage } = useFindInfiniteQuery(query);
  const items = data?.pages.flatMap((page) => page.items) ?? [];
  const counts = data?.pages[0]?.counts ?? null;
  const { list, at, begin, onKeyDown } = useWalk(items);
  const turnTo = (next: SearchQuery): void => {
    setParams(paramsOf(next), { replace: true });
  };
  const typed = useTyped(query, turnTo, begin);
  return (
    <div className={classes.page}>
      <ViewHead title={say.correspondence}>
        <SearchField
          autoFocus
          value={typed.words}
          label={say.wordsToFind}
          placeholder={say.wordsAPhraseInLetters}
          onChange={(value) => {
            typed.type({ words: value });
          }}
          onKeyDown={onKeyDown}
        />
        <SearchField
          value={typed.who}
          label={say.fromOrToWhom}
          placeholder={say.fromOrTo}
          narrow
          onChange={(value) => {
            typed.type({ who: value });
          }}
          onKeyDown={onKeyDown}
        />
        <SavedSearches
          query={query}
          onOpen={(saved) => {
            typed.type({ words: saved.words ?? '', who: saved.who ?? '' });
            setParams(paramsOf(saved));
          }}
        />
        <TakeOut query={query} count={counts?.all ?? 0} />
      </ViewHead>
      <div className={classes.body}>
        <NarrowBy
          counts={counts}
          query={query}
          onChange={(part) => {
            begin();
            turnTo({ ...query, ...part });
          }}
          onEveryMatter={() => {
            const { matterId: _matterId, ...rest } = query;
            turnTo(rest);
          }}
        />
        <div className={classes.list} ref={list} aria-busy={isFetching}>
          <p className={classes.count} role="status">
            {counts ? countWords(counts.all) : ''}
          </p>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          <FoundList items={items} scroll={list} at={at} />
          {hasNextPage ? (
            <Button disabled={isFetching} onClick={() => void fetchNextPage()}>
              {say.olderOnes}
            </Button>
          ) : null}
          {data && items.length === 0 ? (
            <Blank title={say.nothingWasFound}>
              <p>{say.everyWordHasToStand}</p>
            </Blank>
          ) : null}
        </div>
      </div>
    </div>
  );
}

/** Words and people as they are typed; a moment after the last letter they become the search. */
function useTyped(query: SearchQuery, turnTo: (next: SearchQuery) => void, begin: () => void) {
  const [words, setWords] = useState(query.words ?? '');
  const [who, setWho] = useState(query.who ?? '');
  const [settled] = useDebouncedValue(`${words}\n${who}`, TYPING_MS);
  const [settledWords = '', settledWho = ''] = settled.split('\n');
  useEffect(() => {
    if ((query.words ?? '') === settledWords && (query.who ?? '') === settledWho) return;
    turnTo({ ...query, words: settledWords, who: settledWho });
    // Only what was typed moves the address; the rest of it is read from there.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [settledWords, settledWho]);
  const type = (part: { readonly words?: string; readonly who?: string }): void => {
    if (part.words !== undefined) setWords(part.words);
    if (part.who !== undefined) setWho(part.who);
    begin();
  };
  return { words, who, type };
}

/** Walks what was found by the arrow keys, also while words are typed; Enter opens the marked one. */
function useWalk(items: readonly FoundEntry[]) {
  const navigate = useNavigate();
  const [at, setAt] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const marked = items[Math.min(at, items.length - 1)];
  const go = (step: number): void => {
    const next = Math.max(0, Math.min(items.length - 1, at + step));
    setAt(next);
  };
  const steps: Readonly<Record<string, () => void>> = {
    ArrowDown: () => {
      go(1);
    },
    ArrowUp: () => {
      go(-1);
    },
    Enter: () => {
      if (marked) void navigate(`/matters/${marked.matterId}?entry=${marked.entryId}`);
    },
  };
  useKeys(steps);
  return {
    list,
    at: items.length === 0 ? undefined : Math.min(at, items.length - 1),
    begin: (): void => {
      setAt(0);
    },
    onKeyDown: (event: KeyboardEvent): void => {
      const step = steps[event.key];
      if (!step) return;
      step();
      event.preventDefault();
    },
  };
}

const countWords = (count: number): string =>
  count > COUNTED_TO ? say.moreThan(writeNumber(COUNTED_TO)) : `${count} found`;
