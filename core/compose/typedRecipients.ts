import { oneLine } from '../merge/fieldText.ts';
import type { Channel } from '../model/channel.ts';
import type { AddressKind, Contact } from '../model/contact.ts';
import type { MatterRecord } from '../model/matter.ts';
import { isSameAddress, keyOfAddress } from '../recipients/reach.ts';
import { ADDRESS_KIND, rolesOf } from '../recipients/recipients.ts';
import type { Recipient } from '../recipients/recipients.ts';

/** A recipient as asked for: an address, and perhaps a name or the contact that is meant. */
export interface TypedRecipient {
  readonly address: string;
  readonly name?: string;
  readonly contactId?: string;
}

/** An address on one line; a postal one has its lines, and nothing else has any. */
export const tidyAddress = (address: string, channel: Channel): string =>
  channel === 'letter'
    ? address
        .split('\n')
        .map(oneLine)
        .filter((line) => line !== '')
        .join('\n')
    : oneLine(address);

/**
 * Recipients as asked for, made known: the directory says whose an address is, even where it was typed by hand, so that
 * whoever asked not to be written to is found by any way. An address said twice stands once. `contacts` are those who hold
 * any of the addresses.
 */
export function typedRecipients(
  typed: readonly TypedRecipient[],
  record: MatterRecord,
  contacts: readonly Contact[],
  channel: Channel = 'email',
): readonly Recipient[] {
  const kind = ADDRESS_KIND[channel];
  const known = [...record.parties.map((party) => party.contact), ...contacts];
  const seen = new Set<string>();
  return typed.flatMap((input): readonly Recipient[] => {
    const address = tidyAddress(input.address, channel);
    const key = keyOfAddress(kind, address);
    // Letters to one house may be for several; mail to one box is for whoever reads it.
    const seenAs = channel === 'letter' ? `${key} ${input.contactId ?? input.name ?? ''}` : key;
    if (seen.has(seenAs)) return [];
    seen.add(seenAs);
    const contact = holderOf(address, kind, input.contactId, known);
    if (!contact) return [{ name: oneLine(input.name ?? ''), address, roles: [] }];
    return [{ name: contact.name, address, contactId: contact.id, roles: rolesOf(contact, record) }];
  });
}

/** The contact meant, else the first who holds the address; the matter's own parties come first. */
function holderOf(
  address: string,
  wanted: AddressKind,
  wantedId: string | undefined,
  contacts: readonly Contact[],
): Contact | undefined {
  const holders = contacts.filter(({ addresses }) =>
    addresses.some(({ kind, value }) => kind === wanted && isSameAddress(kind, value, address)),
  );
  return holders.find(({ id }) => id === wantedId) ?? holders[0];
}
