import { Link } from 'react-router';
import type { ContactDetail } from '../../../contract/directory.ts';
import { writeValue } from '../../../core/values/writeValue.ts';
import type { Value } from '../../../core/model/value.ts';
import { listDay, readDay, today, writeDay } from '../../words/dates.ts';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

/** Since when and until when, as far as it is known. */
function span(from: string | null, until: string | null): string {
  const day = (text: string): string => listDay(readDay(text), today());
  if (from !== null && until !== null) return say.fromUntil(day(from), day(until));
  if (from !== null) return say.since(day(from));
  return until === null ? '' : say.until(day(until));
}

/** How somebody is reached, where they belong or who belongs to it, and what the practice keeps of them. */
export function Reached({ detail: { contact, people, factsKept } }: { readonly detail: ContactDetail }) {
  const facts = factsKept.flatMap(({ key, label }) => {
    const value = contact.facts?.[key] as Value | null | undefined;
    if (!value) return [];
    const text = value.kind === 'date' ? writeDay(value.date, 'long') : writeValue(value, 'plain');
    return [[label, text] as const];
  });
  return (
    <>
      {contact.doNotWriteTo ? <p className={classes.flag}>{say.doNotWriteTo}</p> : null}
      <dl className={classes.reached}>
        {(contact.memberships ?? []).map(({ organisationId, organisation, position, from, until }) => (
          <div key={`${organisationId} ${position}`}>
            <dt>{position || say.belongsTo}</dt>
            <dd>
              <Link to={`/directory/${organisationId}`}>{organisation}</Link>{' '}
              <small>{span(from, until)}</small>
            </dd>
          </div>
        ))}
        {contact.addresses.map(({ kind, label, value, bounced }) => (
          <div key={`${kind} ${value}`}>
            <dt>{label}</dt>
            <dd>
              {kind === 'phone' ? <a href={`tel:${value.replace(/[^+\d]/g, '')}`}>{value}</a> : value}
              {bounced ? <em className={classes.flag}> {say.emailCameBack}</em> : null}
            </dd>
          </div>
        ))}
        {facts.map(([label, text]) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      {contact.note === '' ? null : <p className={classes.noteWords}>{contact.note}</p>}
      {people.length === 0 ? null : (
        <>
          <h2>{say.people}</h2>
          {people.map(({ contactId, name, position, from, until }) => (
            <div key={`${contactId} ${position}`} className={classes.member}>
              <Link to={`/directory/${contactId}`}>{name}</Link>
              <small>{[position, span(from, until)].filter((words) => words !== '').join(' · ')}</small>
            </div>
          ))}
        </>
      )}
    </>
  );
}
