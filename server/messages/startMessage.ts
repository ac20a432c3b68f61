import type { Message, StartMessage } from '../../contract/messages.ts';
import { bareProgram, compose, quotedBlocks } from '../../core/compose/index.ts';
import type { ComposedMessage, TakenUp } from '../../core/compose/index.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { Contact } from '../../core/model/contact.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import { readinessOf } from '../../core/shelf/index.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { findEntry } from '../correspondence/queries.ts';
import { findContacts } from '../directory/contactQueries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { findMatter } from '../matters/queries.ts';
import { parseMail } from '../platform/mail/parseMail.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { findStartable } from '../templates/compiled.ts';
import type { CompiledTemplate } from '../templates/compiled.ts';
import { layoutDraft } from './draftLayout.ts';
import { fetchWanted } from './enclosures/fetchWanted.ts';
import { gather } from './gather.ts';
import type { StoredMessage } from './message.ts';
import { viewMessage } from './messageView.ts';
import { insertMessage } from './queries.ts';

/** Starts a message on a matter: composed, with its files fetched, kept as a draft at once. */
export async function startMessage(
  services: Services,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<Message> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const template = await templateFor(scope, start.templateId);
  const channel = template?.channel ?? start.channel ?? 'email';
  const takenUp = await takeUp(services, scope, matter, start);
  const chosen = start.contactIds && (await chosenContacts(scope, start.contactIds));
  const { answers, documentIds, followUpId } = start;
  const composed = compose(
    await gather(services, scope, {
      matter,
      writer: scope.actor,
      channel,
      program: template?.program ?? bareProgram(channel),
      ...(chosen ? { chosen } : {}),
      ...(takenUp ? { takenUp } : {}),
      ...(answers ? { answers } : {}),
      ...(documentIds ? { documentIds } : {}),
      ...(followUpId === undefined ? {} : { followUpId }),
    }),
  );
  if (template && !takenUp && !chosen) refuseUnready(template, composed, matter);
  const enclosures = await fetchWanted(services, scope, matter, composed.reader, composed.enclosures);
  const nowUtc = services.now();
  const message: StoredMessage = {
    id: asId<MessageId>(services.newId()),
    matterId: matter.id,
    authorId: scope.actor.id,
    templateVersionId: template?.versionId ?? null,
    channel,
    state: { kind: 'draft' },
    revision: 1,
    ...partsOf(composed),
    enclosures,
    frozen: null,
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await insertMessage(tx, message);
    const { templateVersionId } = message;
    await audit('message.started', 'message', message.id, { matterId, templateVersionId });
    tell({ kind: 'message', id: message.id, matterId });
  });
  return viewMessage(services, scope, await layoutDraft(services, scope, message, matter));
}

/** What is kept of a composed message; its files are fetched apart. */
export const partsOf = ({
  recipients,
  subject,
  body,
  blanks,
  answers,
  sendOptions,
  references,
}: ComposedMessage): Pick<
  StoredMessage,
  'recipients' | 'subject' | 'body' | 'blanks' | 'answers' | 'sendOptions' | 'references'
> => ({ recipients, subject, body, blanks, answers, sendOptions, references });

async function templateFor(
  scope: PersonScope,
  templateId: string | undefined,
): Promise<CompiledTemplate | undefined> {
  if (templateId === undefined) return undefined;
  const template = await findStartable(scope, templateId);
  if (!template) throw notFound('template');
  return template;
}

function refuseUnready(
  { name, program, channel }: CompiledTemplate,
  { reader }: ComposedMessage,
  { reference }: StoredMatter,
): void {
  const readiness = readinessOf(program, reader, channel);
  if (readiness.kind !== 'unavailable') return;
  const { reasons } = readiness;
  throw new DomainProblem('templateUnavailable', `“${name}” cannot be started on ${reference}.`, { reasons });
}

async function takeUp(
  { blobs }: Pick<Services, 'blobs'>,
  scope: PersonScope,
  matter: StoredMatter,
  { inReplyTo, answer = 'sender' }: StartMessage,
): Promise<TakenUp | undefined> {
  if (inReplyTo === undefined) return undefined;
  const entry = await findEntry(scope, inReplyTo);
  if (entry?.matterId !== matter.id) throw notFound('entry on this matter');
  if (answer !== 'forward') return { entry, how: answer, quoted: [] };
  const { timeZone } = await readSettings(scope);
  const { date } = zonedTime(timeZone, entry.occurredAtUtc);
  const { text } = await parseMail(await blobs.get(entry.rawBlob));
  const quoted = quotedBlocks({ from: entry.people.from, subject: entry.subject }, date, text ?? '');
  return { entry, how: answer, quoted };
}

async function chosenContacts(scope: PersonScope, ids: readonly string[]): Promise<readonly Contact[]> {
  const found = await findContacts(scope, ids);
  return ids.map((id) => {
    const contact = found.get(asId(id));
    if (!contact) throw notFound('contact');
    return contact;
  });
}
