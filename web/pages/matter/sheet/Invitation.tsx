import { IconX } from '@tabler/icons-react';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message } from '../../../../contract/messages.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import { appointmentWords } from '../../../words/en/appointmentWords.ts';
import classes from './Enclosures.module.css';

interface InvitationProps {
  readonly appointment: NonNullable<Message['appointment']>;
  /** The matter's follow-ups as they stand now: what is told is what they say as it is sent. */
  readonly followUps: MatterDetail['followUps'];
  readonly onRemove: () => void;
}

/** The appointment that goes with a message as an invitation, or that it calls off. */
export function Invitation({ appointment, followUps, onRemove }: InvitationProps) {
  const now = followUps.find(({ id, at }) => id === appointment.followUpId && at !== null);
  return (
    <p className={classes.invitation}>
      <span className={classes.label}>{appointment.calledOff ? say.callsOff : say.invitesTo}</span>{' '}
      <span className={classes.file}>
        {now ? (
          appointmentWords({ ...now, at: now.at ?? '', minutes: now.minutes ?? 0 })
        ) : (
          <span className={classes.problem} role="alert">
            {say.appointmentGone}
          </span>
        )}
        <button type="button" aria-label={say.removeInvitation} onClick={onRemove}>
          <IconX size={12} stroke={2} aria-hidden="true" />
        </button>
      </span>
    </p>
  );
}
