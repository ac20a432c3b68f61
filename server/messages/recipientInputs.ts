import type { AddressKind, Contact } from '../../core/model/contact.ts';
import type { MatterRecord } from '../../core/model/matter.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { ADDRESS_KIND, rolesOf } from '../../core/recipients/recipients.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import { oneLine } from '../../core/merge/fieldText.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { Office } from '../app/services.ts';
import { findContactsByAddress } from '../directory/contactQueries.ts';

interface RecipientInput {
  readonly address: string;
  readonly name?: string;
  readonly contactId?: string;
}

/** A postal address has its lines; nothing else has any. */
const tidy = (address: string, channel: Channel): string =>
  channel === 'letter'
    ? address
        .split('\n')
        .map(oneLine)
        .filter((line) => line !== '')
        .join('\n')
    : oneLine(address);

/**
 * Recipients as asked for, made known: the directory says whose an address is, even where it was typed by hand, so that
 * whoever asked not to be written to is found by any way. An address said twice is kept once.
 */
export async function resolveInputs(
  office: Office,
  matter: MatterRecord,
  inputs: readonly RecipientInput[],
  channel: Channel = 'email',
): Promise<readonly Recipient[]> {
  const kind = ADDRESS_KIND[channel];
  const addresses = inputs.map(({ address }) => tidy(address, channel));
  const holders = await findContactsByAddress(office.db, addresses, kind);
  const known = [...matter.parties.map((party) => party.contact), ...holders.values()];
  const seen = new Set<string>();
  return inputs.flatMap((input, n): readonly Recipient[] => {
    const address = addresses[n] ?? '';
    const key = addressKey(address);
    // Letters to one house may be for several; mail to one box is for whoever reads it.
    const seenAs = channel === 'letter' ? `${key} ${input.contactId ?? input.name ?? ''}` : key;
    if (seen.has(seenAs)) return [];
    seen.add(seenAs);
    const contact = holderOf(key, kind, input.contactId, known);
    if (!contact) return [{ name: oneLine(input.name ?? ''), address, roles: [] }];
    return [{ name: contact.name, address, contactId: contact.id, roles: rolesOf(contact, matter) }];
  });
}

/** The contact meant, else the first who holds the address; the matter's own parties come first. */
function holderOf(
  key: string,
  wanted: AddressKind,
  wantedId: string | undefined,
  contacts: readonly Contact[],
): Contact | undefined {
  const holders = contacts.filter(({ addresses }) =>
    addresses.some(({ kind, value }) => kind === wanted && addressKey(value) === key),
  );
  return holders.find(({ id }) => id === wantedId) ?? holders[0];
}
