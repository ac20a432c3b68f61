import { useState } from 'react';
import { COUNTED_TO } from '../../../contract/search.ts';
import type { Found, SearchQuery } from '../../../contract/search.ts';
import { Button } from '../../ui/Button.tsx';
import { DayField } from '../../parts/days/DayField.tsx';
import { channelWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/correspondence.ts';
import classes from './Correspondence.module.css';

type Counts = NonNullable<Found['counts']>;

const DIRECTIONS: Readonly<Record<string, string>> = { in: say.received, out: say.sent, note: say.notes };

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
    <aside className={classes.filters} aria-label={say.narrowBy} data-shown={shown}>
      <Button
        className={classes.narrow}
        aria-expanded={shown}
        onClick={() => {
          setShown(!shown);
        }}
      >
        {say.narrowByMore}
      </Button>
      {query.matterId === undefined ? null : (
        <Filter label={say.thisMatterAlone} count={counts?.all} pressed onPress={onEveryMatter} />
      )}
      {counts ? <Filters counts={counts} query={query} onChange={onChange} /> : null}
      <DayField
        label={say.from}
        looking="back"
        value={query.from ?? ''}
        onChange={(from) => {
          onChange({ from });
        }}
      />
      <DayField
        label={say.until}
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
      <h2>{say.direction}</h2>
      {group('direction', (key) => DIRECTIONS[key] ?? key)}
      <h2>{say.channel}</h2>
      {group('channel', (key) => (key === 'note' ? say.note : channelWords(key as 'email')))}
      {counts.withFile > 0 ? (
        <Filter
          label={say.withAnEnclosure}
          count={counts.withFile}
          pressed={query.withFile === true}
          onPress={() => {
            const { withFile, ...rest } = query;
            onChange(withFile ? { ...rest, withFile: false } : { withFile: true });
          }}
        />
      ) : null}
      <h2>{say.category}</h2>
      {group('category', (key) => key)}
    </>
  );
}
