import type { Contact } from '../../core/model/contact.ts';
import type { MatterRecord } from '../../core/model/matter.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { rolesOf } from '../../core/recipients/recipients.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import { oneLine } from '../../core/merge/fieldText.ts';
import type { Office } from '../office.ts';
import { findContactsByAddress } from '../repositories/contacts.ts';

interface RecipientInput {
  readonly address: string;
  readonly name?: string;
  readonly contactId?: string;
}

/**
 * Recipients as asked for, made known: the directory says whose an address is, even where it was typed by hand, so that
 * whoever asked not to be written to is found by any way. An address said twice is kept once.
 */
export async function resolveInputs(
  office: Office,
  matter: MatterRecord,
  inputs: readonly RecipientInput[],
): Promise<readonly Recipient[]> {
  const holders = await findContactsByAddress(
    office.db,
    inputs.map(({ address }) => address),
  );
  const seen = new Set<string>();
  return inputs.flatMap((input): readonly Recipient[] => {
    const address = oneLine(input.address);
    const key = addressKey(address);
    if (seen.has(key)) return [];
    seen.add(key);
    const contact = holderOf(key, input.contactId, [
      ...matter.parties.map((party) => party.contact),
      ...holders.values(),
    ]);
    if (!contact) return [{ name: oneLine(input.name ?? ''), address, roles: [] }];
    return [{ name: contact.name, address, contactId: contact.id, roles: rolesOf(contact, matter) }];
  });
}

/** The contact meant, else the first who holds the address; the matter's own parties come first. */
function holderOf(
  key: string,
  wantedId: string | undefined,
  contacts: readonly Contact[],
): Contact | undefined {
  const holders = contacts.filter(({ addresses }) =>
    addresses.some(({ kind, value }) => kind === 'email' && addressKey(value) === key),
  );
  return holders.find(({ id }) => id === wantedId) ?? holders[0];
}
