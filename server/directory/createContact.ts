import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ContactJson, ContactDetail } from '../../contract/directory.ts';
import { fromJson } from './contactJson.ts';
import { insertContact } from './contactQueries.ts';
import { auditContact } from './auditContact.ts';
import { readContact } from './readContact.ts';

export async function createContact(
  office: Office,
  person: Account,
  json: ContactJson,
): Promise<ContactDetail> {
  const contact = fromJson(office.newId(), json);
  await office.db.transaction(async (tx) => {
    await insertContact(tx, contact);
    await auditContact(office, tx, person, 'contact.made', contact.id);
  });
  office.changes.tell({ kind: 'contact', id: contact.id });
  return readContact(office, person, contact.id);
}
