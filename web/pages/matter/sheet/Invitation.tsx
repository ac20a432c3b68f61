import { IconX } from '@tabler/icons-react';
import type { Message } from '../../../../contract/messages.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import { appointmentWords } from '../../../words/en/appointmentWords.ts';
import classes from './Enclosures.module.css';

interface InvitationProps {
  readonly appointment: NonNullable<Message['appointment']>;
  readonly onRemove: () => void;
}

/** The appointment that goes with a message as an invitation, or that it calls off. */
export function Invitation({ appointment, onRemove }: InvitationProps) {
  const words = appointmentWords(appointment);
  return (
    <p className={classes.invitation}>
      <span className={classes.label}>{appointment.calledOff ? say.callsOff : say.invitesTo}</span>{' '}
      <span className={classes.file}>
        {appointment.gone ? (
          <span className={classes.problem} role="alert">
            {say.appointmentGone}
          </span>
        ) : (
          words
        )}
        <button type="button" aria-label={say.removeInvitation} onClick={onRemove}>
          <IconX size={12} stroke={2} aria-hidden="true" />
        </button>
      </span>
    </p>
  );
}
