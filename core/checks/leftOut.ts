import { ADDRESS_KIND, chooseAddress } from '../recipients/recipients.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** Somebody of a role that the template writes to, whom no address reaches, while the others get it. */
export function checkLeftOut({ record, recipients, channel, roles }: CheckInput): readonly Note[] {
  const written = new Set(recipients.to.map(({ contactId }) => contactId));
  return record.parties
    .filter(({ role, contact }) => roles.has(role) && !written.has(contact.id))
    .filter(({ contact }) => !chooseAddress(contact, undefined, ADDRESS_KIND[channel]))
    .map(({ role, contact }) =>
      caution(
        'partyLeftOut',
        { part: 'to' },
        { name: contact.name, role: record.type.roles.find(({ key }) => key === role)?.label ?? role },
      ),
    );
}
