import type { ContactJson } from '../../contract/directory.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { Change } from '../access/change.ts';
import { readContactJson } from './contactJson.ts';
import { insertContact } from './contactQueries.ts';

/** Makes a contact within a change. */
export async function addContact(change: Change, id: string, json: ContactJson): Promise<Contact> {
  const contact = await readContactJson({ now: () => change.atUtc }, change.scope, id, json);
  await insertContact(change.tx, contact);
  await change.audit('contact.made', 'contact', contact.id);
  change.tell({ kind: 'contact', id: contact.id });
  return contact;
}
