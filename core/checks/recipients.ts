import { canReach } from '../recipients/reach.ts';
import type { Recipient } from '../recipients/recipients.ts';
import type { CheckInput } from './checkInput.ts';
import { stop } from './note.ts';
import type { Note } from './note.ts';

const LINES = ['to', 'cc', 'bcc'] as const;

/** Somebody must get it, at an address that can be, and nobody who asked not to be written to. */
export function checkRecipients({ recipients, contacts, channel }: CheckInput): readonly Note[] {
  const notes = LINES.flatMap((part) =>
    recipients[part].flatMap((recipient) => {
      const remedies = [{ kind: 'removeRecipient', address: recipient.address }] as const;
      const params = { name: recipient.name, address: recipient.address };
      if (!canReach(channel, recipient.address))
        return [stop('malformedAddress', { part }, params, remedies)];
      return isBarred(recipient, contacts) ? [stop('doNotWriteTo', { part }, params, remedies)] : [];
    }),
  );
  return recipients.to.length > 0 ? notes : [stop('noRecipient', { part: 'to' }), ...notes];
}

const isBarred = ({ contactId }: Recipient, contacts: CheckInput['contacts']): boolean =>
  contactId !== undefined && contacts.get(contactId)?.doNotWriteTo === true;
