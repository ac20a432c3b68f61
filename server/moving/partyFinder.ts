import type { Contact, UnkeptContact } from '../../core/model/contact.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Scope } from '../access/scope.ts';
import { findContactsByAddress, findContactsByName } from '../directory/contactQueries.ts';

/** A party of a line: a contact there is, or one that is made. */
export interface FoundParty {
  readonly contact: Contact;
  readonly isNew: boolean;
}

const mailsOf = ({ addresses }: Pick<Contact, 'addresses'>): readonly string[] =>
  addresses.filter(({ kind }) => kind === 'email').map(({ value }) => addressKey(value));

/** What tells somebody without an address: the name, and the organisation. */
const nameKey = (contact: UnkeptContact | Contact): string =>
  `${contact.name.toLowerCase()}|${contact.kind === 'person' ? (contact.organisation ?? '').toLowerCase() : ''}`;

/**
 * Finds those whom lines name among the contacts: by an email address, else by the whole name where one contact alone has it.
 * Whoever is not there is made, once for the whole file.
 */
export function partyFinder(newId: () => string) {
  const byMail = new Map<string, Contact>();
  const byName = new Map<string, Contact | 'several'>();
  const made = new Set<string>();

  const keep = (contact: Contact): void => {
    for (const mail of mailsOf(contact)) byMail.set(mail, contact);
    const key = nameKey(contact);
    const same = byName.get(key);
    byName.set(key, same && same !== 'several' && same.id !== contact.id ? 'several' : contact);
  };

  return {
    /** Looks up those whom some lines name. */
    async lookUp(scope: Scope, named: readonly UnkeptContact[]): Promise<void> {
      const mails = named.flatMap((one) => mailsOf(one)).filter((mail) => !byMail.has(mail));
      for (const contact of (await findContactsByAddress(scope, mails)).values()) keep(contact);
      const names = named.filter((one) => mailsOf(one).length === 0 && !byName.has(nameKey(one)));
      const found = await findContactsByName(
        scope,
        names.map(({ name }) => name),
      );
      for (const contact of found.values()) keep(contact);
    },
    of(named: UnkeptContact): FoundParty {
      const mails = mailsOf(named);
      const held = mails.map((mail) => byMail.get(mail)).find(Boolean);
      const alike = mails.length === 0 ? byName.get(nameKey(named)) : undefined;
      const known = held ?? (alike === 'several' ? undefined : alike);
      if (known) return { contact: known, isNew: made.has(known.id) };
      const contact = { ...named, id: asId<ContactId>(newId()) } as Contact;
      made.add(contact.id);
      keep(contact);
      return { contact, isNew: true };
    },
    /** Says that those who were new are kept now. */
    kept(ids: readonly string[]): void {
      for (const id of ids) made.delete(id);
    },
  };
}
