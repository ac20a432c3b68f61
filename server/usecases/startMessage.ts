import type { Message, StartMessage } from '../../contract/messages.ts';
import { bareSubject } from '../../core/correspondence/answers.ts';
import { merge } from '../../core/merge/merge.ts';
import type { Letter } from '../../core/merge/merge.ts';
import { compile } from '../../core/merge/compile.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import { resolveRecipients } from '../../core/recipients/recipients.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { readinessOf } from '../../core/shelf/index.ts';
import { DOCUMENT_VERSION } from '../../core/template/document.ts';
import type { FieldNode, TextNode } from '../../core/template/document.ts';
import { conductOf } from '../../core/template/template.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { findEntry } from '../repositories/correspondence.ts';
import type { StoredEntry } from '../repositories/correspondence.ts';
import { findMatter } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { insertMessage } from '../repositories/messages.ts';
import type { StoredMessage } from '../repositories/messages.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';
import { contactsBehind, greetedOf, layOut, readerFor } from './desk.ts';
import { resolveInputs } from './recipientInputs.ts';
import { viewMessage } from './messageView.ts';
import { enclosuresByRule } from './enclosures.ts';

const field = (path: string): FieldNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'leaveOut' } },
});
const text = (words: string): TextNode => ({ type: 'text', text: words });

/** What a message without a template starts from: a greeting, room to write, and who signs. */
const BARE_SHEET: TemplateContent = {
  recipients: { to: [], cc: [], bcc: [] },
  subject: [],
  body: {
    type: 'doc',
    version: DOCUMENT_VERSION,
    content: [
      { type: 'paragraph', content: [field('greeting.formal'), text(',')] },
      { type: 'paragraph' },
      { type: 'paragraph', content: [text('With kind regards,')] },
      { type: 'signature' },
    ],
  },
  blanks: [],
  documents: [],
  category: 'Letter',
};

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
  const settings = await readSettings(office.db);
  const answered = start.inReplyTo === undefined ? undefined : await entryOn(office, matter, start.inReplyTo);
  const program = template?.program ?? compile(BARE_SHEET);

  const resolved = resolveRecipients(program.content.recipients, matter).recipients;
  const recipients = answered ? await answerTo(office, matter, answered, resolved) : resolved;
  const contacts = await contactsBehind(office, recipients, matter);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const greeted = greetedOf(recipients, contacts);
  const reader = readerFor(matter, person, settings, greeted, office.now(), signature);
  const readiness = readinessOf(program, reader);
  if (template && readiness.kind === 'unavailable' && !answered) {
    throw new HttpProblem(
      'templateUnavailable',
      `“${template.name}” cannot be started on ${matter.reference}.`,
      { reasons: readiness.reasons },
    );
  }

  const letter = merge(program, reader);
  const nowUtc = office.now();
  const message: StoredMessage = {
    id: asId<MessageId>(office.newId()),
    matterId: matter.id,
    authorId: person.id,
    templateVersionId: template?.versionId ?? null,
    state: { kind: 'draft' },
    revision: 1,
    recipients,
    ...written(letter, answered),
    answers: { ...letter.proposed, ...start.answers },
    enclosures: await enclosuresByRule(office, program.content, matter, reader, start.documentIds ?? []),
    conduct: conductOf(program.content),
    references: answered ? threadOf(answered) : [],
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

async function entryOn(office: Office, matter: StoredMatter, entryId: string): Promise<StoredEntry> {
  const entry = await findEntry(office.db, entryId);
  if (entry?.matterId !== matter.id) throw notFound('entry on this matter');
  return entry;
}

/** An answer goes to whoever wrote; one to our own message goes to those it went to. */
async function answerTo(
  office: Office,
  matter: StoredMatter,
  entry: StoredEntry,
  others: Recipients,
): Promise<Recipients> {
  const to = entry.direction === 'in' ? [entry.people.from] : entry.people.to;
  return { ...others, to: await resolveInputs(office, matter, to) };
}

/** RFC 5322 §3.6.4: the thread so far, then the message answered. */
const threadOf = (entry: StoredEntry): readonly string[] =>
  entry.internetMessageId === null ? entry.references : [...entry.references, entry.internetMessageId];

function written(
  { subject, body, blanks }: Letter,
  answered: StoredEntry | undefined,
): Pick<StoredMessage, 'subject' | 'body' | 'blanks'> {
  return { body, blanks, subject: answered ? [text(`Re: ${bareSubject(answered.subject)}`)] : subject };
}
