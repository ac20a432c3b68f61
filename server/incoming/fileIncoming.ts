import type { Filed } from '../../contract/inTray.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId, EntryId, MatterId } from '../../core/model/ids.ts';
import { actorId } from '../access/actor.ts';
import type { Change } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import type { NewEntry } from '../correspondence/entry.ts';
import { touchMatter } from '../matters/changeQueries.ts';
import { documentBlobs, insertDocument } from '../matters/documents/documentQueries.ts';
import { followUpsAnsweredBy, setFollowUpDone } from '../matters/followUpQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { isCalendar } from '../platform/mail/invitation.ts';
import type { InvitationReply } from '../platform/mail/invitation.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { endAnswered } from '../sending/chasers/endChase.ts';
import { slipsOf } from './correspondentQueries.ts';
import { decideIncoming } from './queries.ts';
import type { StoredIncoming } from './queries.ts';
import { takeAnswer } from './invitationReplies.ts';
import { readMail } from './readMail.ts';
import type { ReadMail } from './readMail.ts';
import { decidedMeanwhile } from './visibleIncoming.ts';

/** What came in, with all that is read before it can be filed. */
export interface ReadyToFile {
  readonly incoming: StoredIncoming;
  readonly text: string;
  /** What it answers to an invitation. */
  readonly reply?: InvitationReply | undefined;
  readonly matterIds: readonly string[];
  /** What each matter is called. */
  readonly references: ReadonlyMap<string, string>;
}

/** Reads what is to be filed again, and makes sure that every matter is there for the actor. */
export async function readyToFile(
  { blobs }: Pick<Services, 'blobs'>,
  scope: Scope,
  incoming: StoredIncoming,
  matterIds: readonly string[],
): Promise<ReadyToFile> {
  const slips = await slipsOf(scope, matterIds);
  if (slips.size !== new Set(matterIds).size) throw notFound('matter');
  const { text, reply } = await wordsOf(await blobs.get(incoming.rawBlob), incoming);
  const references = new Map([...slips].map(([id, { reference }]) => [id, reference]));
  return { incoming, text, reply, matterIds, references };
}

const wordsOf = async (
  bytes: Buffer,
  { channel, receivedAtUtc }: StoredIncoming,
): Promise<Pick<ReadMail, 'text' | 'reply'>> =>
  channel === 'text' ? { text: bytes.toString('utf8'), reply: undefined } : readMail(bytes, receivedAtUtc);

export const textOf = async (bytes: Buffer, incoming: StoredIncoming): Promise<string> =>
  (await wordsOf(bytes, incoming)).text;

/** Where something was filed, for whoever filed it. */
export const filedOn = (
  { matterIds, references }: ReadyToFile,
  entryIds: readonly string[],
): Filed['entries'] =>
  matterIds.map((matterId, n) => ({
    entryId: entryIds[n] ?? '',
    matterId,
    reference: references.get(matterId) ?? '',
  }));

/**
 * Files what came in on one matter or several, within a change: an entry on each, its files kept as documents where the
 * practice has them kept, the follow-ups that waited for it ended. Gives the entries' ids, in the order of the matters.
 */
export async function fileWithin(
  services: Pick<Services, 'newId'>,
  change: Change,
  { incoming, text, reply, matterIds }: ReadyToFile,
): Promise<readonly string[]> {
  const { tx, actor, atUtc, audit, tell } = change;
  const entries = matterIds.map((matterId) => entryOf(services, incoming, asId<MatterId>(matterId), atUtc));
  const entryIds = entries.map(({ id }) => id);
  const to = { state: 'filed', entryIds, personId: actorId(actor), atUtc } as const;
  if (!(await decideIncoming(tx, incoming.id, 'waiting', to))) throw decidedMeanwhile();
  for (const entry of entries) {
    await insertEntry(tx, entry, text);
    await touchMatter(tx, entry.matterId, entry.occurredAtUtc);
    // What a calendar answers by itself is no document: it stands beside its appointment.
    const kept = incoming.files.filter(({ mediaType }) => !reply || !isCalendar(mediaType));
    await keepFiles(services, change, { ...incoming, files: kept }, entry.matterId);
    if (reply) await takeAnswer(change, entry, incoming, reply);
    if (!incoming.automatic && incoming.direction === 'in') {
      await endFollowUps(change, entry);
      await endAnswered(change, entry.matterId);
    }
    await audit('incoming.filed', 'matter', entry.matterId, { incomingId: incoming.id, entryId: entry.id });
    tell({ kind: 'entry', id: entry.id, matterId: entry.matterId });
  }
  tell({ kind: 'inTray', id: incoming.id });
  return entryIds;
}

const entryOf = (
  services: Pick<Services, 'newId'>,
  incoming: StoredIncoming,
  matterId: MatterId,
  filedAtUtc: number,
): NewEntry => ({
  id: asId<EntryId>(services.newId()),
  matterId,
  direction: incoming.direction,
  authenticated: incoming.authenticated,
  automatic: incoming.automatic,
  channel: incoming.channel,
  occurredAtUtc: incoming.sentAtUtc,
  filedAtUtc,
  subject: incoming.subject,
  opening: incoming.opening,
  category: incoming.direction === 'in' ? 'Received' : 'Letter',
  people: incoming.people,
  attachments: incoming.files
    .filter(({ inline }) => !inline)
    .map(({ name, mediaType, sizeBytes, blob }) => ({ name, mediaType, sizeBytes, blob })),
  rawBlob: incoming.rawBlob,
  rawBytes: incoming.rawBytes,
  internetMessageId: incoming.internetMessageId,
  references: incoming.references,
  messageId: null,
  templateVersionId: null,
  authorId: null,
  refusals: [],
  cautionsOverridden: [],
});

/** Files become documents of the matter where the practice has them kept; the same bytes are there once. */
async function keepFiles(
  services: Pick<Services, 'newId'>,
  { tx, scope }: Change,
  incoming: StoredIncoming,
  matterId: string,
): Promise<void> {
  const { keepFiles: kept, timeZone } = await readSettings(scope);
  if (!(incoming.direction === 'in' ? kept.received : kept.sent)) return;
  const there = new Set(await documentBlobs(scope, matterId));
  for (const { name, mediaType, sizeBytes, blob, inline } of incoming.files) {
    if (inline || there.has(blob)) continue;
    there.add(blob);
    await insertDocument(tx, matterId, {
      id: asId<DocumentId>(services.newId()),
      name: name.replace(/\.[^.]{1,8}$/, ''),
      fileName: name,
      category: 'Received',
      version: 1,
      mediaType,
      sizeBytes,
      blob,
      addedOn: zonedTime(timeZone, incoming.receivedAtUtc).date,
    });
  }
}

/** What waited for an answer to one of the messages it refers to has its answer. */
export async function endFollowUps(
  { tx, scope, atUtc, audit }: Change,
  { matterId, references }: NewEntry,
): Promise<void> {
  for (const { id, what } of await followUpsAnsweredBy(scope, matterId, references)) {
    await setFollowUpDone(tx, id, atUtc);
    await audit('followUp.answered', 'matter', matterId, { id, what });
  }
}
