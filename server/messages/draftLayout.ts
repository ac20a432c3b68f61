import { signerFor } from '../../core/compose/index.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { Writer } from '../../core/model/matter.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { asWriter, findPerson } from '../access/peopleQueries.ts';
import type { Scope } from '../access/scope.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { findMatter } from '../matters/queries.ts';
import { readerFor } from '../matters/readerFor.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { beyondMatter } from './gather.ts';
import type { StoredMessage } from './message.ts';
import { findMessage } from './queries.ts';

/** A message on the desk with all that is needed to show, check or send it. */
export interface DraftLayout {
  readonly message: StoredMessage;
  readonly matter: StoredMatter;
  /** Whoever writes it; what goes out under another is signed by that one. */
  readonly sender: Writer;
  readonly settings: PracticeSettings;
  readonly contacts: ReadonlyMap<ContactId, Contact>;
  readonly reader: FieldReader;
}

type Clock = Pick<Services, 'now'>;

/** Lays a message on the desk for somebody; refuses one they may not see as if it were not there. */
export async function openDraft(services: Clock, scope: Scope, id: string): Promise<DraftLayout> {
  const message = await findMessage(scope, id);
  const matter = message && (await findMatter(scope, message.matterId));
  if (!message || !matter) throw notFound('message');
  return layoutDraft(services, scope, message, matter);
}

export async function layoutDraft(
  { now }: Clock,
  scope: Scope,
  message: StoredMessage,
  matter: StoredMatter,
): Promise<DraftLayout> {
  const author = await findPerson(scope, message.authorId);
  if (!author) throw new Error(`message ${message.id} lacks its author`);
  const sender = await asWriter(scope, author);
  const settings = await readSettings(scope);
  const contacts = await contactsBehind(scope, message.recipients, matter);
  const { person } = signerFor(message.sendOptions.sender, sender, matter, settings);
  const reader = readerFor(matter, person, settings, greetedOf(message.recipients, contacts), now());
  return { message, matter, sender, settings, contacts, reader };
}

export const greetedOf = (
  { to }: Recipients,
  contacts: ReadonlyMap<ContactId, Contact>,
): readonly Contact[] => to.flatMap(({ contactId }) => (contactId && contacts.get(contactId)) || []);

/** The directory's contacts behind recipients: the matter's own are at hand, others are looked up. */
async function contactsBehind(
  scope: Scope,
  { to, cc, bcc }: Recipients,
  matter: StoredMatter,
): Promise<ReadonlyMap<ContactId, Contact>> {
  const others = await beyondMatter(scope, matter, [...to, ...cc, ...bcc]);
  return new Map([...matter.parties.map(({ contact }) => contact), ...others].map((one) => [one.id, one]));
}
