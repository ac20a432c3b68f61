import type { Services } from '../platform/services.ts';
import type { ImportReport } from '../../contract/directory.ts';
import { readContactFile } from './contactFile.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { breathe, findContactsByAddress, insertContacts } from './contactQueries.ts';
import { addressKey, isMailAddress } from '../../core/recipients/address.ts';
import type { Contact } from '../../core/model/contact.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Reason } from '../../core/model/reason.ts';

/** As many as are looked at in one go: more would keep others waiting. */
const AT_ONCE = 1_000;
/** The most contacts of one list. */
const MOST = 20_000;

/** Reads contacts from a vCard file or a list. One whose mail address is known is not made twice, and that is said. */
export async function importContacts(
  services: Services,
  scope: PersonScope,
  bytes: Buffer,
): Promise<ImportReport> {
  const read = await readContactFile(bytes);
  if (read.length === 0)
    throw new DomainProblem('badFile', [{ code: 'noContactFound' }, { code: 'nothingChanged' }]);
  if (read.length > MOST)
    throw new DomainProblem('badFile', [{ code: 'tooManyContacts', most: MOST }, { code: 'nothingChanged' }]);
  const mails = read.flatMap((one) => (one.ok ? mailsOf(one.contact) : []));
  const known = new Map<string, string>();
  for (let at = 0; at < mails.length; at += AT_ONCE) {
    const holders = await findContactsByAddress(scope, mails.slice(at, at + AT_ONCE));
    for (const contact of holders.values())
      for (const mail of mailsOf(contact)) known.set(addressKey(mail), contact.name);
    await breathe();
  }

  const made: Contact[] = [];
  const alike: { name: string; as: string }[] = [];
  const refused: { line: number; why: Reason }[] = [];
  for (const [n, one] of read.entries()) {
    const line = n + 1;
    if (line % AT_ONCE === 0) await breathe();
    const bad = one.ok ? mailsOf(one.contact).find((mail) => !isMailAddress(mail)) : undefined;
    if (!one.ok) refused.push({ line, why: one.why });
    else if (bad !== undefined) refused.push({ line, why: { code: 'notAnAddress', value: bad } });
    else {
      const twin = mailsOf(one.contact)
        .map((mail) => known.get(addressKey(mail)))
        .find(Boolean);
      if (twin !== undefined) alike.push({ name: one.contact.name, as: twin });
      else {
        const contact = { ...one.contact, id: asId<ContactId>(services.newId()) } as Contact;
        made.push(contact);
        for (const mail of mailsOf(contact)) known.set(addressKey(mail), contact.name);
      }
    }
  }
  await changing(services, scope, async ({ tx, audit }) => {
    await insertContacts(tx, made);
    await audit('contact.imported', 'contact', made[0]?.id ?? 'none', {
      made: made.length,
      alike: alike.length,
      refused: refused.length,
    });
  });
  if (made[0]) services.changes.tell({ kind: 'contact', id: made[0].id });
  return { made: made.length, alike, refused };
}

const mailsOf = ({ addresses }: Pick<Contact, 'addresses'>): readonly string[] =>
  addresses.filter(({ kind }) => kind === 'email').map(({ value }) => value);
