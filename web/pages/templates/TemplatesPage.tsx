import { useDebouncedValue } from '@mantine/hooks';
import { useRef, useState } from 'react';
import { Link, useNavigate, useOutletContext, useSearchParams } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { TEMPLATE_SORTS } from '../../../contract/templates.ts';
import type { Standing } from '../../../contract/templates.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Button } from '../../ui/Button.tsx';
import { useKeys } from '../../ui/keys.ts';
import { useTemplatesInfiniteQuery, useTemplateShelvesQuery } from '../../api/templates.ts';
import { LibraryTabs } from '../../parts/wording/LibraryTabs.tsx';
import { standingWords } from '../../words/en/templateWords.ts';
import { usePicked } from '../../ui/usePicked.ts';
import { StandingOfMany } from './StandingOfMany.tsx';
import { TemplateTable } from './TemplateTable.tsx';
import { useSorting } from '../../ui/useSorting.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/templates.ts';
import classes from '../../parts/wording/Library.module.css';

const TYPING_MS = 120;
const STANDINGS: readonly Standing[] = ['approved', 'shared', 'private', 'retired'];

/** The library of templates, narrowed as one types over name, tags and wording. */
export function TemplatesPage() {
  const { user } = useOutletContext<Session>();
  const [typed, setTyped] = useState('');
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  const { picked, toggle, clear } = usePicked();
  const [sorting, setSorting] = useSorting(TEMPLATE_SORTS);
  const { folder, tag, standing, narrow } = useNarrowing();
  const { data, error, hasNextPage, fetchNextPage } = useTemplatesInfiniteQuery({
    query,
    sort: sorting.by,
    reversed: sorting.reversed,
    ...(folder === undefined ? {} : { folder }),
    ...(tag === undefined ? {} : { tag }),
    ...(standing === undefined ? {} : { standing }),
  });
  const templates = data?.pages.flatMap(({ items }) => items) ?? [];
  useKeys({ n: () => void (user.mayChange && navigate('/templates/new')) });

  return (
    <div className={classes.page}>
      <ViewHead title={say.templates}>
        <LibraryTabs />
        <SearchField
          autoFocus
          value={typed}
          placeholder={say.nameTagOrWordsInside}
          label={say.narrowTheTemplatesByName}
          onChange={setTyped}
        />
        {user.mayChange ? (
          <div className={classes.actions}>
            <Link to="/templates/import">{say.importWording}</Link>
            <Button kind="go" hint="N" onClick={() => void navigate('/templates/new')}>
              {say.newTemplate}
            </Button>
          </div>
        ) : null}
      </ViewHead>
      <div className={classes.body}>
        <Shelves folder={folder} tag={tag} standing={standing} narrow={narrow} />
        <div className={classes.list} ref={list}>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {user.mayChange ? (
            <StandingOfMany chosen={templates.filter(({ id }) => picked.has(id))} onDone={clear} />
          ) : null}
          <TemplateTable
            templates={templates}
            scroll={list}
            sorting={sorting}
            onSort={setSorting}
            picked={picked}
            onPick={user.mayChange ? toggle : undefined}
          />
          {data && templates.length === 0 ? (
            <Blank title={typed === '' ? say.noTemplatesHereYet : say.nothingWith(typed)}>
              <p>{typed === '' ? say.whatYouWriteAgainAnd : say.nameTagsAndTheWords}</p>
            </Blank>
          ) : null}
          {hasNextPage ? <Button onClick={() => void fetchNextPage()}>{say.showMore}</Button> : null}
        </div>
      </div>
      <p className={classes.count} aria-live="polite">
        {data ? `${plural(templates.length, say.template)}${hasNextPage ? say.shownMoreBelow : ''}` : ''}
      </p>
    </div>
  );
}

/** What the library is narrowed by, kept in the address; choosing the same again takes it off. */
function useNarrowing() {
  const [params, setParams] = useSearchParams();
  const narrow = (name: string, value: string | undefined): void => {
    setParams(
      (known) => {
        if (value === undefined || known.get(name) === value) known.delete(name);
        else known.set(name, value);
        return known;
      },
      { replace: true },
    );
  };
  return {
    folder: params.get('folder') ?? undefined,
    tag: params.get('tag') ?? undefined,
    standing: STANDINGS.find((known) => known === params.get('standing')),
    narrow,
  };
}

function Shelves({ folder, tag, standing, narrow }: ReturnType<typeof useNarrowing>) {
  const { data: shelves } = useTemplateShelvesQuery();
  return (
    <nav className={classes.shelves} aria-label={say.narrowByFolderTagAnd}>
      <Narrowing
        title={say.folders}
        rows={shelves?.folders ?? []}
        chosen={folder}
        onChoose={(name) => {
          narrow('folder', name);
        }}
      />
      <Narrowing
        title={say.tags}
        rows={shelves?.tags ?? []}
        chosen={tag}
        onChoose={(name) => {
          narrow('tag', name);
        }}
      />
      <Narrowing
        title={say.status}
        rows={STANDINGS.map((name) => ({ name, label: standingWords(name) }))}
        chosen={standing}
        onChoose={(name) => {
          narrow('standing', name);
        }}
      />
    </nav>
  );
}

interface NarrowingProps {
  readonly title: string;
  readonly rows: readonly { readonly name: string; readonly label?: string; readonly count?: number }[];
  readonly chosen: string | undefined;
  readonly onChoose: (name: string) => void;
}

function Narrowing({ title, rows, chosen, onChoose }: NarrowingProps) {
  if (rows.length === 0) return null;
  return (
    <section>
      <h2>{title}</h2>
      {rows.map(({ name, label, count }) => (
        <button
          key={name}
          type="button"
          aria-pressed={chosen === name}
          onClick={() => {
            onChoose(name);
          }}
        >
          {label ?? name}
          {count === undefined ? null : <small>{count}</small>}
        </button>
      ))}
    </section>
  );
}
