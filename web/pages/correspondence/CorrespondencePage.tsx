import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { COUNTED_TO } from '../../../contract/search.ts';
import type { Found, FoundEntry, SearchQuery } from '../../../contract/search.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { dayOf, exactTime, listDay, today } from '../../words/dates.ts';
import { channelWords, problemWords } from '../../words/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { useKeys } from '../../ui/keys.ts';
import { useFindInfiniteQuery } from '../../api/correspondence.ts';
import { paramsOf, queryOf } from './queryParams.ts';
import { SavedSearches } from './SavedSearches.tsx';
import { TakeOut } from '../../parts/exports/TakeOut.tsx';
import classes from './Correspondence.module.css';

const TYPING_MS = 200;
const DIRECTIONS: Readonly<Record<string, string>> = { in: 'Received', out: 'Sent', note: 'Notes' };

/** Everything sent and received over the practice, found by words, people, time and kind. */
export function CorrespondencePage() {
  const [params, setParams] = useSearchParams();
  const query = queryOf(params);
  const [words, setWords] = useState(query.words ?? '');
  const [who, setWho] = useState(query.who ?? '');
  const [typed] = useDebouncedValue(`${words}\n${who}`, TYPING_MS);
  const { data, error, isFetching, hasNextPage, fetchNextPage } = useFindInfiniteQuery(query);
  const navigate = useNavigate();
  const [at, setAt] = useState(0);
  const [narrowing, setNarrowing] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  const items = data?.pages.flatMap((page) => page.items) ?? [];
  const counts = data?.pages[0]?.counts ?? null;

  const change = (part: Partial<SearchQuery>): void => {
    setAt(0);
    setParams(paramsOf({ ...query, ...part }), { replace: true });
  };
  const [typedWords = '', typedWho = ''] = typed.split('\n');
  useEffect(() => {
    if ((query.words ?? '') === typedWords && (query.who ?? '') === typedWho) return;
    setParams(paramsOf({ ...query, words: typedWords, who: typedWho }), { replace: true });
    // Only what was typed moves the address; the rest of it is read from there.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [typedWords, typedWho]);

  const marked = items[Math.min(at, items.length - 1)];
  const go = (step: number): void => {
    const next = Math.max(0, Math.min(items.length - 1, at + step));
    setAt(next);
    list.current?.querySelector(`[data-found="${next}"]`)?.scrollIntoView({ block: 'nearest' });
  };
  const open = (): void => {
    if (marked) void navigate(`/matters/${marked.matterId}?entry=${marked.entryId}`);
  };
  useKeys({
    ArrowDown: () => {
      go(1);
    },
    ArrowUp: () => {
      go(-1);
    },
    Enter: open,
  });
  const onTyped = (event: React.KeyboardEvent): void => {
    if (event.key === 'ArrowDown') go(1);
    else if (event.key === 'ArrowUp') go(-1);
    else if (event.key === 'Enter') open();
    else return;
    event.preventDefault();
  };

  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Correspondence</h1>
        <input
          className={classes.words}
          type="search"
          autoFocus
          value={words}
          aria-label="Words to find"
          placeholder="Words, “a phrase”, in letters and in what they enclose"
          onChange={(event) => {
            setWords(event.currentTarget.value);
            setAt(0);
          }}
          onKeyDown={onTyped}
        />
        <input
          className={classes.who}
          type="search"
          value={who}
          aria-label="From or to whom"
          placeholder="from or to"
          onChange={(event) => {
            setWho(event.currentTarget.value);
            setAt(0);
          }}
          onKeyDown={onTyped}
        />
        <SavedSearches
          query={query}
          onOpen={(saved) => {
            setWords(saved.words ?? '');
            setWho(saved.who ?? '');
            setParams(paramsOf(saved));
          }}
        />
        <TakeOut query={query} count={counts?.all ?? 0} />
      </header>
      <div className={classes.body}>
        <aside className={classes.filters} aria-label="Narrow by" data-shown={narrowing}>
          <Button
            className={classes.narrow}
            aria-expanded={narrowing}
            onClick={() => {
              setNarrowing(!narrowing);
            }}
          >
            Narrow by…
          </Button>
          {query.matterId === undefined ? null : (
            <Filter
              label="This matter alone"
              count={counts?.all}
              pressed
              onPress={() => {
                const { matterId: _matterId, ...rest } = query;
                setParams(paramsOf(rest), { replace: true });
              }}
            />
          )}
          {counts ? <Filters counts={counts} query={query} onChange={change} /> : null}
          <TextField
            label="From"
            type="date"
            value={query.from ?? ''}
            onChange={(from) => {
              change({ from });
            }}
          />
          <TextField
            label="Until"
            type="date"
            value={query.until ?? ''}
            onChange={(until) => {
              change({ until });
            }}
          />
        </aside>
        <div className={classes.list} ref={list} aria-busy={isFetching}>
          <p className={classes.count} role="status">
            {counts ? countWords(counts.all) : ''}
          </p>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {items.map((entry, n) => (
            <FoundLine key={entry.entryId} entry={entry} n={n} marked={entry === marked} />
          ))}
          {hasNextPage ? (
            <Button disabled={isFetching} onClick={() => void fetchNextPage()}>
              Older ones
            </Button>
          ) : null}
          {data && items.length === 0 ? (
            <Blank title="Nothing was found">
              <p>
                Every word has to stand in it, in the subject, the text, a name or an enclosed file. A word
                with a star behind it is found by its beginning.
              </p>
            </Blank>
          ) : null}
        </div>
      </div>
    </div>
  );
}

const countWords = (count: number): string =>
  count > COUNTED_TO ? `more than ${COUNTED_TO.toLocaleString('en-GB')}` : `${count} found`;

function Filter({
  label,
  count,
  pressed,
  onPress,
}: {
  readonly label: string;
  readonly count: number | undefined;
  readonly pressed: boolean;
  readonly onPress: () => void;
}) {
  return (
    <button type="button" className={classes.filter} aria-pressed={pressed} onClick={onPress}>
      <span>{label}</span>
      <small>{count === undefined ? '' : count > COUNTED_TO ? `${COUNTED_TO}+` : count}</small>
    </button>
  );
}

function Filters({
  counts,
  query,
  onChange,
}: {
  readonly counts: NonNullable<Found['counts']>;
  readonly query: SearchQuery;
  readonly onChange: (part: Partial<SearchQuery>) => void;
}) {
  type Part = 'direction' | 'channel' | 'category';
  const group = (part: Part, words: (key: string) => string) =>
    counts[part].map(({ key, count }) => {
      const pressed = query[part] === key;
      return (
        <Filter
          key={key}
          label={words(key)}
          count={count}
          pressed={pressed}
          onPress={() => {
            onChange({ [part]: pressed ? '' : key });
          }}
        />
      );
    });
  return (
    <>
      <h2>Direction</h2>
      {group('direction', (key) => DIRECTIONS[key] ?? key)}
      <h2>Way</h2>
      {group('channel', (key) => (key === 'note' ? 'Note' : channelWords(key as 'email')))}
      {counts.withFile > 0 ? (
        <Filter
          label="With an enclosure"
          count={counts.withFile}
          pressed={query.withFile === true}
          onPress={() => {
            const { withFile, ...rest } = query;
            onChange(withFile ? { ...rest, withFile: false } : { withFile: true });
          }}
        />
      ) : null}
      <h2>Category</h2>
      {group('category', (key) => key)}
    </>
  );
}

function FoundLine({
  entry,
  n,
  marked,
}: {
  readonly entry: FoundEntry;
  readonly n: number;
  readonly marked: boolean;
}) {
  const { entryId, matterId, reference, title, occurredAtUtc, direction, who, subject, excerpt, files } =
    entry;
  return (
    <Link
      to={`/matters/${matterId}?entry=${entryId}`}
      className={classes.found}
      data-found={n}
      data-marked={marked}
    >
      <span className={classes.day} title={exactTime(occurredAtUtc)}>
        {listDay(dayOf(occurredAtUtc), today())}
      </span>
      <span className={classes.reference} title={title}>
        {reference}
      </span>
      <span className={classes.people}>
        {direction === 'in' ? 'from ' : direction === 'out' ? 'to ' : 'by '}
        {joinNames(who)}
      </span>
      <span className={classes.text}>
        <span className={classes.said}>
          <b>
            <Marks pieces={subject} />
          </b>{' '}
          <Marks pieces={excerpt} />
        </span>
        {/* Below the words, whose end may be cut: what was found in a file must not be cut away with it. */}
        {files.some(({ hit }) => hit) ? (
          <small className={classes.enclosed}>
            enclosed: <Marks pieces={files} />
          </small>
        ) : null}
      </span>
    </Link>
  );
}

const Marks = ({ pieces }: { readonly pieces: FoundEntry['subject'] }) =>
  pieces.map(({ text, hit }, n) => (hit ? <mark key={n}>{text}</mark> : text));
