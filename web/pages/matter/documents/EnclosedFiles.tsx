import { Link } from 'react-router';
import type { EnclosedFiles as Enclosed } from '../../../../contract/correspondence.ts';
import { dayOf, listDay, today } from '../../../words/dates.ts';
import { fileSize } from '../../../words/en/wording.ts';
import { kindOf, say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

type File = Enclosed['items'][number];

/** When a file went or came, in words. */
export const movedWords = ({ direction, occurredAtUtc }: File['entries'][number]): string => {
  const day = listDay(dayOf(occurredAtUtc), today()).replace(/^\p{L}+ /u, '');
  if (direction === 'out') return say.sentOn(day);
  return direction === 'in' ? say.receivedOn(day) : say.noted(day);
};

interface EnclosedFilesProps {
  readonly files: readonly File[];
  readonly matterId: string;
}

/** What went or came with messages and is no document of the matter: each file once, with the entries it is part of. */
export function EnclosedFiles({ files, matterId }: EnclosedFilesProps) {
  if (files.length === 0) return null;
  return (
    <section className={classes.enclosed} aria-label={say.enclosedAndReceived}>
      <h2>{say.enclosedAndReceived}</h2>
      {files.map(({ name, mediaType, sizeBytes, entries }) => (
        <div key={`${entries[0]?.entryId ?? ''} ${entries[0]?.index ?? ''}`} className={classes.enclosedFile}>
          <i className={classes.kind}>{kindOf({ mediaType, fileName: name })}</i>
          <span>
            <a
              href={`/api/v1/correspondence/${entries[0]?.entryId ?? ''}/attachments/${entries[0]?.index ?? 0}`}
              target="_blank"
              rel="noopener"
            >
              {name}
            </a>
            {entries.map((entry) => (
              <Link
                key={entry.entryId}
                className={classes.besides}
                to={`/matters/${matterId}?entry=${entry.entryId}`}
                aria-label={say.openTheEntry(entry.subject)}
              >
                {movedWords(entry)}
              </Link>
            ))}
          </span>
          <small>{fileSize(sizeBytes)}</small>
        </div>
      ))}
    </section>
  );
}
