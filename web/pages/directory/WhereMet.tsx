import { Link } from 'react-router';
import type { ContactDetail } from '../../../contract/directory.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { StartLink } from '../../parts/start/StartLink.tsx';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

interface WhereMetProps {
  readonly detail: ContactDetail;
  readonly mayChange: boolean;
}

/** How letters to a contact begin, and the matters they are on, the likeliest first. */
export function WhereMet({ detail, mayChange }: WhereMetProps) {
  const { contact, greetings, matters } = detail;
  return (
    <>
      <p className={classes.greeting}>{greetings.formal},</p>
      <p className={classes.greeting}>{greetings.familiar},</p>
      <h2>{say.matters}</h2>
      {matters.length === 0 ? <p>{say.onNoMatterYet}</p> : null}
      {matters.map(({ id, reference, title, roles, by, stage, closed, lastEntryUtc }, n) => (
        <div key={id} className={classes.matter}>
          <Link to={`/matters/${id}`}>
            <b>{reference}</b> {title}{' '}
            <small>
              {roles.join(', ')} {by.length > 0 ? say.by(joinNames(by)) : ''}
            </small>
          </Link>
          {mayChange && !contact.doNotWriteTo && by.length === 0 ? (
            <StartLink
              matterId={id}
              from={{ contactIds: [detail.id], about: `to ${contact.name}` }}
              label={say.writeToOn(contact.name, reference)}
            >
              {say.write}
            </StartLink>
          ) : null}
          <small>
            {n === 0 && matters.length > 1 ? 'likeliest: ' : ''}
            {closed ? say.closed : stage}
            {lastEntryUtc === null ? '' : say.lastHeardOf(listDay(dayOf(lastEntryUtc), today()))}
          </small>
        </div>
      ))}
    </>
  );
}
