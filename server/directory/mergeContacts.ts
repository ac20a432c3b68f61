import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ContactDetail } from '../../contract/directory.ts';
import { findContacts, contactRevision, updateContact } from './contactQueries.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import type { Contact, ContactAddress } from '../../core/model/contact.ts';
import { mergeInto } from './queries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { toJson } from './contactJson.ts';
import { readContact } from './readContact.ts';
import { addressKey } from '../../core/recipients/address.ts';

/** Makes one of two: the kept one takes over what it lacks, the addresses and the matters of the other. */
export async function mergeContacts(
  office: Office,
  person: Account,
  keptId: string,
  otherId: string,
): Promise<ContactDetail> {
  const both = await findContacts(office.db, [keptId, otherId]);
  const [kept, other] = [both.get(asId<ContactId>(keptId)), both.get(asId<ContactId>(otherId))];
  const revision = await contactRevision(office.db, keptId);
  if (!kept || !other || revision === undefined || keptId === otherId) throw notFound('contact to merge');
  if (kept.kind !== other.kind)
    throw new HttpProblem('badContact', 'A person and an organisation cannot be one. Nothing was changed.');
  const merged = { ...other, ...kept, addresses: joinAddresses(kept.addresses, other.addresses) } as Contact;
  await office.db.transaction(async (tx) => {
    await mergeInto(tx, keptId, otherId);
    if (
      !(await updateContact(
        tx,
        { ...merged, doNotWriteTo: kept.doNotWriteTo || other.doNotWriteTo },
        revision,
      ))
    )
      throw new HttpProblem('contactChanged');
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'contact.merged',
      subjectKind: 'contact',
      subjectId: keptId,
      detail: { otherId, other: toJson(other) },
    });
  });
  office.changes.tell({ kind: 'contact', id: keptId });
  return readContact(office, person, keptId);
}

/** The kept one's addresses first; one that both hold stands once. There is one preferred of each kind. */
function joinAddresses(
  own: readonly ContactAddress[],
  others: readonly ContactAddress[],
): readonly ContactAddress[] {
  const known = new Set(own.map(({ value }) => addressKey(value)));
  const kinds = new Set(own.filter(({ preferred }) => preferred).map(({ kind }) => kind));
  return [
    ...own,
    ...others
      .filter(({ value }) => !known.has(addressKey(value)))
      .map((address) => ({ ...address, preferred: address.preferred && !kinds.has(address.kind) })),
  ];
}
