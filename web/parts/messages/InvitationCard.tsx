import type { InvitationJson } from '../../../contract/correspondence.ts';
import { invitationPeople, invitationTime, invitationTitle } from '../../words/en/invitationWords.ts';
import { say } from '../../words/en/parts-messages.ts';
import classes from './MessageView.module.css';

/** What a calendar part of a message says, before the letter itself. */
export function InvitationCard({ invitation }: { readonly invitation: InvitationJson | null }) {
  if (!invitation) return null;
  const people = invitationPeople(invitation);
  return (
    <section className={classes.invitation} aria-label={say.invitation} data-kind={invitation.kind}>
      <h3>{invitationTitle(invitation)}</h3>
      <p>
        <b>{invitationTime(invitation)}</b>
        {invitation.where === '' ? '' : ` · ${invitation.where}`}
      </p>
      {invitation.organiser === '' && people === '' ? null : (
        <p>
          {invitation.organiser === '' ? '' : say.from(invitation.organiser)}
          {people === '' ? '' : `${invitation.organiser === '' ? say.to : say.untilTo} ${people}`}
        </p>
      )}
      {invitation.words === '' ? null : <p className={classes.invitationWords}>{invitation.words}</p>}
    </section>
  );
}
