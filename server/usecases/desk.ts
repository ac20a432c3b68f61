import { zonedTime } from '../../core/dates/zonedClock.ts';
import { fieldReader } from '../../core/merge/fieldReader.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import type { BlockNode } from '../../core/template/document.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { MatterRecord, Person } from '../../core/model/matter.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { findContacts } from '../repositories/contacts.ts';
import { findMatter } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import { findMessage } from '../repositories/messages.ts';
import type { StoredMessage } from '../repositories/messages.ts';
import { findPerson } from '../repositories/people.ts';
import type { Account } from '../repositories/people.ts';
import { calendarOf, readSettings } from '../repositories/settings.ts';
import type { PracticeSettings } from '../repositories/settings.ts';

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

/** Reads a matter's fields as they stand at an instant: that of leaving, where one is known. */
export function readerFor(
  record: MatterRecord,
  sender: Person,
  settings: PracticeSettings,
  greeted: readonly Contact[],
  atUtc: number,
  signature: readonly BlockNode[] = [],
): FieldReader {
  const { date, hour } = zonedTime(settings.timeZone, atUtc);
  const calendar = calendarOf(settings);
  const { practice } = settings;
  return fieldReader({ record, sender, practice, calendar, greeted, today: date, hour, signature });
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
