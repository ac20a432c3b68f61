import type { Message, StartMessage } from '../../contract/messages.ts';
import { bareSubject } from '../../core/correspondence/answers.ts';
import { compile } from '../../core/merge/compile.ts';
import type { Program } from '../../core/merge/compile.ts';
import { merge } from '../../core/merge/merge.ts';
import { documentOf } from '../../core/template/document.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { recipientOf, resolveRecipients } from '../../core/recipients/recipients.ts';
import type { Recipient, Recipients } from '../../core/recipients/recipients.ts';
import { readinessOf } from '../../core/shelf/index.ts';
import { conductOf } from '../../core/template/template.ts';
import type { Channel } from '../../core/model/channel.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../app/services.ts';
import { findContacts } from '../directory/contactQueries.ts';
import { findEntry } from '../correspondence/queries.ts';
import type { StoredEntry } from '../correspondence/entry.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/queries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { insertMessage } from './queries.ts';
import type { StoredMessage } from './message.ts';
import { listPeople } from '../access/peopleQueries.ts';
import type { Account } from '../access/peopleQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { BARE_SHEET, BARE_TEXT, enclosuresOf, quotedBlocks, text } from './beginnings.ts';
import { contactsBehind, greetedOf, layOut } from './layOut.ts';
import { readerFor } from './readerFor.ts';
import { resolveInputs } from './recipientInputs.ts';
import { viewMessage } from './messageView.ts';
import { enclosuresByRule } from './enclosures/enclosuresByRule.ts';

/** What a message begins from, beside its template: an entry that is taken up, and how. */
interface Taken {
  readonly entry: StoredEntry;
  readonly how: 'sender' | 'all' | 'forward';
}

/** Starts a message on a matter: merged, with its recipients and documents, kept as a draft at once. */
export async function startMessage(
  office: Office,
  person: Account,
  matterId: string,
  start: StartMessage,
): Promise<Message> {
  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter) throw notFound('matter');
  const template = await templateFor(office, start.templateId);
  const channel = template?.channel ?? start.channel ?? 'email';
  const program = template?.program ?? compile(channel === 'text' ? BARE_TEXT : BARE_SHEET);
  const taken = await takenUp(office, matter, start);
  const settings = await readSettings(office.db);

  const recipients = await recipientsFor(office, matter, program, channel, start, taken);
  const contacts = await contactsBehind(office, recipients, matter);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const greeted = greetedOf(recipients, contacts);
  const reader = readerFor(matter, person, settings, greeted, office.now(), signature);
  const readiness = readinessOf(program, reader, channel);
  const chosen = taken !== undefined || start.contactIds !== undefined;
  if (template && readiness.kind === 'unavailable' && !chosen) {
    throw new HttpProblem(
      'templateUnavailable',
      `“${template.name}” cannot be started on ${matter.reference}.`,
      { reasons: readiness.reasons },
    );
  }

  const letter = merge(program, reader);
  const quoted = taken?.how === 'forward' ? await quotedBlocks(office, taken.entry, settings.timeZone) : [];
  const byRule = await enclosuresByRule(office, program.content, matter, reader, start.documentIds ?? []);
  const nowUtc = office.now();
  const message: StoredMessage = {
    id: asId<MessageId>(office.newId()),
    matterId: matter.id,
    authorId: person.id,
    templateVersionId: template?.versionId ?? null,
    channel,
    state: { kind: 'draft' },
    revision: 1,
    recipients,
    blanks: letter.blanks,
    subject: taken ? [text(subjectOf(taken))] : letter.subject,
    body: quoted.length > 0 ? documentOf([...letter.body.content, ...quoted]) : letter.body,
    answers: { ...letter.proposed, ...start.answers },
    enclosures: taken?.how === 'forward' ? [...byRule, ...enclosuresOf(taken.entry)] : byRule,
    conduct: {
      ...conductOf(program.content),
      ...(taken?.how === 'all' ? { answersAll: true } : {}),
      ...(start.followUpId === undefined ? {} : { followUpId: start.followUpId }),
    },
    references: taken && taken.how !== 'forward' ? threadOf(taken.entry) : [],
    frozen: null,
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
  await office.db.transaction(async (tx) => {
    await insertMessage(tx, message);
    await insertAuditEvent(tx, {
      atUtc: nowUtc,
      personId: person.id,
      what: 'message.started',
      subjectKind: 'message',
      subjectId: message.id,
      detail: { matterId, templateVersionId: message.templateVersionId },
    });
  });
  office.changes.tell({ kind: 'message', id: message.id, matterId });
  return viewMessage(office, person, await layOut(office, message, matter));
}

async function templateFor(office: Office, templateId: string | undefined) {
  if (templateId === undefined) return undefined;
  const template = await office.programs.find(office.db, templateId);
  if (!template) throw notFound('template');
  return template;
}

async function takenUp(
  office: Office,
  matter: StoredMatter,
  { inReplyTo, answer = 'sender' }: StartMessage,
): Promise<Taken | undefined> {
  if (inReplyTo === undefined) return undefined;
  const entry = await findEntry(office.db, inReplyTo);
  if (entry?.matterId !== matter.id) throw notFound('entry on this matter');
  return { entry, how: answer };
}

/** Whom it goes to: those the writer pointed at, whoever is answered, or those the template names. */
async function recipientsFor(
  office: Office,
  matter: StoredMatter,
  program: Program,
  channel: Channel,
  start: StartMessage,
  taken: Taken | undefined,
): Promise<Recipients> {
  const { recipients } = resolveRecipients(program.content.recipients, matter, channel);
  if (start.contactIds) return { ...recipients, to: await chosenContacts(office, matter, start, channel) };
  if (!taken) return recipients;
  return answerTo(office, matter, taken, recipients, channel);
}

async function chosenContacts(
  office: Office,
  matter: StoredMatter,
  { contactIds = [] }: StartMessage,
  channel: Channel,
): Promise<readonly Recipient[]> {
  const found = await findContacts(office.db, contactIds);
  return contactIds.flatMap((id) => {
    const contact = found.get(asId(id));
    if (!contact) throw notFound('contact');
    return recipientOf(contact, matter, undefined, channel) ?? [];
  });
}

/**
 * An answer goes to whoever wrote, one to everybody also to those who read it with us, and one to our own message to
 * those it went to. Passing on begins with nobody: who is to read it is the writer's to say.
 */
async function answerTo(
  office: Office,
  matter: StoredMatter,
  { entry, how }: Taken,
  others: Recipients,
  channel: Channel,
): Promise<Recipients> {
  if (how === 'forward') return { to: [], cc: [], bcc: [] };
  const { from, to, cc } = entry.people;
  const first = entry.direction === 'in' ? [from] : to;
  const known = (people: readonly { readonly address: string; readonly name: string }[]) =>
    resolveInputs(office, matter, people, channel);
  if (how === 'sender') return { ...others, to: await known(first) };
  const own = new Set((await listPeople(office.db)).map(({ email }) => addressKey(email)));
  const settled = new Set(first.map(({ address }) => addressKey(address)));
  const rest = [...(entry.direction === 'in' ? to : []), ...cc].filter(
    ({ address }) => !own.has(addressKey(address)) && !settled.has(addressKey(address)),
  );
  return { ...others, to: await known(first), cc: await known(rest) };
}

/** RFC 5322 §3.6.4: the thread so far, then the message answered. */
const threadOf = (entry: StoredEntry): readonly string[] =>
  entry.internetMessageId === null ? entry.references : [...entry.references, entry.internetMessageId];

const subjectOf = ({ entry, how }: Taken): string =>
  `${how === 'forward' ? 'Fwd' : 'Re'}: ${bareSubject(entry.subject)}`;
