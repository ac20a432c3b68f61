import { Link, useOutletContext } from 'react-router';
import { useContactFilesQuery } from '../../api/correspondence.ts';
import { Blank } from '../../ui/Blank.tsx';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { say } from '../../words/en/directory.ts';
import { fileSize, problemWords } from '../../words/en/wording.ts';
import type { ContactContext } from './ContactPage.tsx';
import classes from './Directory.module.css';

/** The files that went to somebody or came from them, each with the messages it was part of. */
export function ContactDocuments() {
  const { detail } = useOutletContext<ContactContext>();
  const { data, error } = useContactFilesQuery(detail.id);
  if (error) return <p role="alert">{problemWords(error)}</p>;
  if (data?.items.length === 0)
    return (
      <Blank title={say.noFilesYet}>
        <p>{say.whatWasEnclosed}</p>
      </Blank>
    );
  return (
    <table className={classes.files}>
      <thead>
        <tr>
          <th scope="col">{say.name}</th>
          <th scope="col">{say.size}</th>
          <th scope="col">{say.sentOrReceived}</th>
        </tr>
      </thead>
      <tbody>
        {data?.items.map(({ name, sizeBytes, entries }) => {
          const [first] = entries;
          return (
            <tr key={`${first?.entryId} ${first?.index}`}>
              <td>
                <a
                  href={`/api/v1/correspondence/${first?.entryId}/attachments/${first?.index}`}
                  target="_blank"
                  rel="noopener"
                >
                  {name}
                </a>
              </td>
              <td>{fileSize(sizeBytes)}</td>
              <td>
                {entries.map(({ entryId, matterId, reference, direction, occurredAtUtc, subject }) => (
                  <div key={entryId}>
                    {direction === 'in' ? say.received : say.sent} {listDay(dayOf(occurredAtUtc), today())},{' '}
                    <Link to={`/matters/${matterId}?entry=${entryId}`}>{subject}</Link>{' '}
                    <small>{reference}</small>
                  </div>
                ))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
