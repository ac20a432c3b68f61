import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ChangeContact, ContactDetail } from '../../contract/directory.ts';
import { fromJson } from './contactJson.ts';
import { contactRevision, updateContact } from './contactQueries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { auditContact } from './auditContact.ts';
import { readContact } from './readContact.ts';

export async function changeContact(
  office: Office,
  person: Account,
  id: string,
  { revision, contact: json }: ChangeContact,
): Promise<ContactDetail> {
  const contact = fromJson(id, json);
  if ((await contactRevision(office.db, id)) === undefined) throw notFound('contact');
  await office.db.transaction(async (tx) => {
    if (!(await updateContact(tx, contact, revision))) {
      throw new HttpProblem(
        'contactChanged',
        'Somebody has changed this contact meanwhile. Yours is still here; look at theirs before you keep it.',
      );
    }
    await auditContact(office, tx, person, 'contact.changed', id);
  });
  office.changes.tell({ kind: 'contact', id });
  return readContact(office, person, id);
}
