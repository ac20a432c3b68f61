import type { StoredMessage } from './message.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/queries.ts';
import type { Person, MatterRecord } from '../../core/model/matter.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import type { Office } from '../app/services.ts';
import { findPerson } from '../access/peopleQueries.ts';
import type { Account } from '../access/peopleQueries.ts';
import { findMessage } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { readerFor } from './readerFor.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { findContacts } from '../directory/contactQueries.ts';

/** A message on the desk with all that is needed to show, check or send it. */
export interface DeskMessage {
  readonly message: StoredMessage;
  readonly matter: StoredMatter;
  readonly sender: Person;
  readonly settings: PracticeSettings;
  readonly contacts: ReadonlyMap<ContactId, Contact>;
  readonly reader: FieldReader;
}

/** Lays a message on the desk for somebody; refuses one they may not see as if it were not there. */
export async function deskMessage(office: Office, person: Account, id: string): Promise<DeskMessage> {
  const message = await findMessage(office.db, id);
  const matter = message && (await findMatter(office.db, message.matterId, person.id));
  if (!message || !matter) throw notFound('message');
  return layOut(office, message, matter);
}

export async function layOut(
  office: Office,
  message: StoredMessage,
  matter: StoredMatter,
): Promise<DeskMessage> {
  const sender = await findPerson(office.db, message.authorId);
  if (!sender) throw new Error(`message ${message.id} lacks its author`);
  const settings = await readSettings(office.db);
  const contacts = await contactsBehind(office, message.recipients, matter);
  const reader = readerFor(matter, sender, settings, greetedOf(message.recipients, contacts), office.now());
  return { message, matter, sender, settings, contacts, reader };
}

export const greetedOf = (
  { to }: Recipients,
  contacts: ReadonlyMap<ContactId, Contact>,
): readonly Contact[] => to.flatMap(({ contactId }) => (contactId && contacts.get(contactId)) || []);

/** The directory's contacts behind recipients: the matter's own are at hand, others are looked up. */
export async function contactsBehind(
  office: Office,
  { to, cc, bcc }: Recipients,
  matter: MatterRecord,
): Promise<ReadonlyMap<ContactId, Contact>> {
  const known = new Map(matter.parties.map(({ contact }) => [contact.id, contact]));
  const wanted = [...to, ...cc, ...bcc].flatMap(({ contactId }) => contactId ?? []);
  const unknown = wanted.filter((id) => !known.has(id));
  if (unknown.length === 0) return known;
  return new Map([...known, ...(await findContacts(office.db, unknown))]);
}
