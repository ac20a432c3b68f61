import type { ContactDetail, ContactJson } from '../../contract/directory.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { addContact } from './addContact.ts';
import { readContact } from './readContact.ts';
import type { DirectoryServices } from './services.ts';

export async function createContact(
  services: DirectoryServices,
  scope: PersonScope,
  json: ContactJson,
): Promise<ContactDetail> {
  const id = services.newId();
  await changing(services, scope, (change) => addContact(change, id, json));
  return readContact(services, scope, id);
}
