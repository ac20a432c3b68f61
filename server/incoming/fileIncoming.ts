import { zonedTime } from '../../core/dates/zonedClock.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId, EntryId, MatterId } from '../../core/model/ids.ts';
import type { Office } from '../app/services.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import type { NewEntry } from '../correspondence/entry.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { followUpsAnsweredBy, settleFollowUp } from '../matters/followUpQueries.ts';
import { decideIncoming } from './queries.ts';
import type { StoredIncoming } from './queries.ts';
import { documentBlobs, insertDocument } from '../matters/documentQueries.ts';
import { touchMatter } from '../matters/changeQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';

/** It is no longer where it was read: somebody else was quicker. */
export class DecidedMeanwhile extends Error {}

/**
 * Files what came in on one matter or several: an entry on each, its files kept as documents where the practice has them
 * kept, the follow-ups that waited for it ended. One transaction; `personId` is null where the application files by itself.
 */
export async function fileIncoming(
  office: Office,
  incoming: StoredIncoming,
  text: string,
  matterIds: readonly string[],
  personId: string | null,
): Promise<readonly string[]> {
  const atUtc = office.now();
  const settings = await readSettings(office.db);
  const entries = matterIds.map((matterId) => entryOf(office, incoming, asId<MatterId>(matterId), atUtc));
  await office.db.transaction(async (tx) => {
    const moved = await decideIncoming(tx, incoming.id, 'waiting', {
      state: 'filed',
      entryIds: entries.map(({ id }) => id),
      personId,
      atUtc,
    });
    if (!moved) throw new DecidedMeanwhile(incoming.id);
    for (const entry of entries) {
      await insertEntry(tx, entry, text);
      await touchMatter(tx, entry.matterId, entry.occurredAtUtc);
      await keepFiles(office, tx, incoming, entry.matterId, settings);
      if (!incoming.automatic && incoming.direction === 'in') await endFollowUps(tx, entry, personId, atUtc);
      await insertAuditEvent(tx, {
        atUtc,
        personId,
        what: 'incoming.filed',
        subjectKind: 'matter',
        subjectId: entry.matterId,
        detail: { incomingId: incoming.id, entryId: entry.id },
      });
    }
  });
  for (const { id, matterId } of entries) office.changes.tell({ kind: 'entry', id, matterId });
  office.changes.tell({ kind: 'inTray', id: incoming.id });
  return entries.map(({ id }) => id);
}

const entryOf = (
  office: Office,
  incoming: StoredIncoming,
  matterId: MatterId,
  filedAtUtc: number,
): NewEntry => ({
  id: asId<EntryId>(office.newId()),
  matterId,
  direction: incoming.direction,
  channel: 'email',
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
  office: Office,
  tx: Database,
  incoming: StoredIncoming,
  matterId: string,
  settings: PracticeSettings,
): Promise<void> {
  const { keepFiles: kept, timeZone } = settings;
  if (!(incoming.direction === 'in' ? kept.received : kept.sent)) return;
  const there = new Set(await documentBlobs(tx, matterId));
  for (const { name, mediaType, sizeBytes, blob, inline } of incoming.files) {
    if (inline || there.has(blob)) continue;
    there.add(blob);
    await insertDocument(tx, matterId, {
      id: asId<DocumentId>(office.newId()),
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
async function endFollowUps(
  tx: Database,
  { matterId, references }: NewEntry,
  personId: string | null,
  atUtc: number,
): Promise<void> {
  for (const { id, what } of await followUpsAnsweredBy(tx, matterId, references)) {
    await settleFollowUp(tx, id, atUtc);
    await insertAuditEvent(tx, {
      atUtc,
      personId,
      what: 'followUp.answered',
      subjectKind: 'matter',
      subjectId: matterId,
      detail: { id, what },
    });
  }
}
