import { useOutletContext } from 'react-router';
import type { ContactEntries } from '../../../contract/correspondence.ts';
import type { FoundEntry } from '../../../contract/search.ts';
import { bareSubject } from '../../../core/correspondence/answers.ts';
import { useContactEntriesInfiniteQuery, useOwedQuery } from '../../api/correspondence.ts';
import { FoundLine } from '../../parts/found/FoundLine.tsx';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { say } from '../../words/en/directory.ts';
import { problemWords } from '../../words/en/wording.ts';
import type { ContactContext } from './ContactPage.tsx';
import classes from './Directory.module.css';

type Entry = ContactEntries['items'][number];

const plainWords = (text: string): FoundEntry['subject'] => [{ text, hit: false }];

/** The same line as what was found anywhere. */
const asFound = ({ id, subject, opening, ...entry }: Entry): FoundEntry => ({
  ...entry,
  entryId: id,
  subject: plainWords(bareSubject(subject) || subject),
  excerpt: plainWords(opening),
  files: [],
});

/** What was said with somebody over all matters, what waits for an answer first. */
export function ContactCorrespondence() {
  const { detail } = useOutletContext<ContactContext>();
  const { data: owed } = useOwedQuery(detail.id);
  const { data, error, hasNextPage, isFetching, fetchNextPage } = useContactEntriesInfiniteQuery(detail.id);
  const entries = data?.pages.flatMap(({ items }) => items) ?? [];
  const waits = (kind: Entry['awaiting']['kind']): readonly Entry[] =>
    (owed?.items ?? []).filter(({ awaiting }) => awaiting.kind === kind);
  return (
    <>
      <Owed title={say.theyWaitForUs} entries={waits('ourAnswer')} />
      <Owed title={say.weWaitForThem} entries={waits('theirAnswer')} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {entries.length > 0 ? <h2>{say.allOfIt}</h2> : null}
      {entries.map((entry, n) => (
        <FoundLine key={entry.id} entry={asFound(entry)} n={n} marked={false} />
      ))}
      {data && entries.length === 0 ? (
        <Blank title={say.nothingWasSaidYet}>
          <p>{say.whatGoesToThem}</p>
        </Blank>
      ) : null}
      {hasNextPage ? (
        <Button disabled={isFetching} onClick={() => void fetchNextPage()}>
          {say.older}
        </Button>
      ) : null}
    </>
  );
}

/** What waits, one way; nothing where nothing does. */
function Owed({ title, entries }: { readonly title: string; readonly entries: readonly Entry[] }) {
  if (entries.length === 0) return null;
  return (
    <div className={classes.owed}>
      <h2>
        {title} <small>{entries.length}</small>
      </h2>
      {entries.map((entry, n) => (
        <FoundLine key={entry.id} entry={asFound(entry)} n={n} marked={false} />
      ))}
    </div>
  );
}
