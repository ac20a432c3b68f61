import type { ChangeContact, ContactDetail } from '../../contract/directory.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { fromJson } from './contactJson.ts';
import { contactRevision, updateContact } from './contactQueries.ts';
import { readContact } from './readContact.ts';
import type { DirectoryServices } from './services.ts';

/** Changes a contact, on condition that nobody did since `revision`. */
export async function changeContact(
  services: DirectoryServices,
  scope: PersonScope,
  id: string,
  { revision, contact: json }: ChangeContact,
): Promise<ContactDetail> {
  const contact = fromJson(id, json);
  if ((await contactRevision(scope, id)) === undefined) throw notFound('contact');
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await updateContact(tx, contact, revision))) {
      throw new DomainProblem('contactChanged');
    }
    await audit('contact.changed', 'contact', id);
    tell({ kind: 'contact', id });
  });
  return readContact(services, scope, id);
}
