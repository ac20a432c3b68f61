import { ADDRESS_KIND, chooseAddress } from '../recipients/recipients.ts';
import type { CheckInput } from './checkInput.ts';
import { holdsAddress } from './leaving.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

const LINES = ['to', 'cc', 'bcc'] as const;

/** Somebody of the directory at an address that is theirs no longer: it was corrected since the draft was begun. */
export function checkAddressChanged({ recipients, contacts, channel }: CheckInput): readonly Note[] {
  return LINES.flatMap((part) =>
    recipients[part].flatMap(({ contactId, address }): readonly Note[] => {
      const contact = contactId && contacts.get(contactId);
      if (!contact || holdsAddress(contact, address, channel)) return [];
      const by = chooseAddress(contact, undefined, ADDRESS_KIND[channel])?.value;
      return [
        caution(
          'addressChanged',
          { part },
          { name: contact.name, address, ...(by === undefined ? {} : { by }) },
          by === undefined ? [] : [{ kind: 'replaceAddress', address, by }],
        ),
      ];
    }),
  );
}
