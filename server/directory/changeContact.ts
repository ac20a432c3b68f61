import type { ChangeContact, ContactDetail } from '../../contract/directory.ts';
import { changing } from '../access/change.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { PersonScope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { readContactJson } from './contactJson.ts';
import { contactRevision, findContacts, renewMembers, updateContact } from './contactQueries.ts';
import { readContact } from './readContact.ts';
import type { DirectoryServices } from './services.ts';

/** Changes a contact, on condition that nobody did since `revision`. */
export async function changeContact(
  services: DirectoryServices,
  scope: PersonScope,
  id: string,
  { revision, contact: json }: ChangeContact,
): Promise<ContactDetail> {
  const before = (await findContacts(scope, [id])).get(asId<ContactId>(id));
  if (!before || (await contactRevision(scope, id)) === undefined) throw notFound('contact');
  const contact = await readContactJson(services, scope, id, json, before);
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    if (!(await updateContact(tx, contact, revision))) {
      throw new DomainProblem('contactChanged');
    }
    if (contact.kind === 'organisation') await renewMembers(tx, inside, contact, before.name);
    await audit('contact.changed', 'contact', id);
    tell({ kind: 'contact', id });
  });
  return readContact(services, scope, id);
}
