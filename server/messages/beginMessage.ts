import type { StartMessage } from '../../contract/messages.ts';
import { bareProgram, compose, quotedBlocks } from '../../core/compose/index.ts';
import type { ComposedMessage, TakenUp } from '../../core/compose/index.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { Contact } from '../../core/model/contact.ts';
import { asId } from '../../core/model/ids.ts';
import { readinessOf } from '../../core/shelf/index.ts';
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
import { gather } from './gather.ts';

/** A message as it would begin, before anything of it is kept. */
export interface BegunMessage {
  readonly matter: StoredMatter;
  readonly template: CompiledTemplate | undefined;
  readonly channel: Channel;
  readonly composed: ComposedMessage;
  /** Refuses what cannot be started here, with its reasons. Looked at, it can be all the same. */
  readonly mayStart: () => void;
}

/** Composes a message on a matter from its starting point. What looks at it and what starts it both begin here. */
export async function beginMessage(
  services: Pick<Services, 'now' | 'blobs'>,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<BegunMessage> {
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
  return {
    matter,
    template,
    channel,
    composed,
    mayStart: () => {
      if (template && !takenUp && !chosen) refuseUnready(template, composed, matter);
    },
  };
}

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
