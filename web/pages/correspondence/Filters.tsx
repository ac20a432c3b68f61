import { useState } from 'react';
import { COUNTED_TO } from '../../../contract/search.ts';
import type { Found, SearchQuery } from '../../../contract/search.ts';
import { Button } from '../../ui/Button.tsx';
import { DayField } from '../../parts/days/DayField.tsx';
import { channelWords } from '../../words/wording.ts';
import classes from './Correspondence.module.css';

type Counts = NonNullable<Found['counts']>;

const DIRECTIONS: Readonly<Record<string, string>> = { in: 'Received', out: 'Sent', note: 'Notes' };

interface NarrowByProps {
  readonly counts: Counts | null;
  readonly query: SearchQuery;
  readonly onChange: (part: Partial<SearchQuery>) => void;
  readonly onEveryMatter: () => void;
}

/** What a search can be narrowed by, each with how many that would leave. Folded on narrow screens. */
export function NarrowBy({ counts, query, onChange, onEveryMatter }: NarrowByProps) {
  const [shown, setShown] = useState(false);
  return (
    <aside className={classes.filters} aria-label="Narrow by" data-shown={shown}>
      <Button
        className={classes.narrow}
        aria-expanded={shown}
        onClick={() => {
          setShown(!shown);
        }}
      >
        Narrow by…
      </Button>
      {query.matterId === undefined ? null : (
        <Filter label="This matter alone" count={counts?.all} pressed onPress={onEveryMatter} />
      )}
      {counts ? <Filters counts={counts} query={query} onChange={onChange} /> : null}
      <DayField
        label="From"
        looking="back"
        value={query.from ?? ''}
        onChange={(from) => {
          onChange({ from });
        }}
      />
      <DayField
        label="Until"
        looking="back"
        value={query.until ?? ''}
        onChange={(until) => {
          onChange({ until });
        }}
      />
    </aside>
  );
}

interface FilterProps {
  readonly label: string;
  readonly count: number | undefined;
  readonly pressed: boolean;
  readonly onPress: () => void;
}

function Filter({ label, count, pressed, onPress }: FilterProps) {
  return (
    <button type="button" className={classes.filter} aria-pressed={pressed} onClick={onPress}>
      <span>{label}</span>
      <small>{count === undefined ? '' : count > COUNTED_TO ? `${COUNTED_TO}+` : count}</small>
    </button>
  );
}

interface FiltersProps extends Pick<NarrowByProps, 'query' | 'onChange'> {
  readonly counts: Counts;
}

function Filters({ counts, query, onChange }: FiltersProps) {
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
      <h2>Channel</h2>
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
