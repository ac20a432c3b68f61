import type { Tx } from '../platform/database/transaction.ts';
import type { NewEntry, EntryPeople, Standing } from './entry.ts';
import { countEntry, standingBefore } from './figureQueries.ts';
import type { Before } from './figureQueries.ts';
import type { EntryRow, EntryExtra } from './queries.ts';
import { sealEntry, FIRST_SEAL } from '../../core/correspondence/seal.ts';
import { sealedContent } from './sealQueries.ts';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import { insertEntryWords } from './entryWordQueries.ts';
import { expectsAnswer } from '../../core/correspondence/expectsAnswer.ts';
import { bareSubject } from '../../core/correspondence/answers.ts';
import { fromJson } from '../platform/database/json.ts';

/**
 * Files an entry: seals it onto the chain, places it in its conversation and makes its words findable. Call it inside a
 * transaction. `text` is all that it says, where that is more than its opening.
 */
export async function insertEntry(tx: Tx, entry: NewEntry, text = entry.opening): Promise<void> {
  const last = await tx<EntryRow>('entries').orderBy('seq', 'desc').first('seal');
  const conversationId = (await conversationOf(tx, entry)) ?? entry.id;
  const standing = await standingBefore(tx, conversationId, entry);
  await countInConversation(tx, conversationId, entry, waitsForAnswer(entry, text, standing));
  const extra: EntryExtra = {
    references: entry.references,
    ...(entry.authenticated === undefined ? {} : { authenticated: entry.authenticated }),
    refusals: entry.refusals,
    cautionsOverridden: entry.cautionsOverridden,
    ...(entry.about === undefined ? {} : { about: entry.about }),
  };
  const [seq = 0] = await tx<EntryRow>('entries').insert({
    id: entry.id,
    matter_id: entry.matterId,
    conversation_id: conversationId,
    direction: entry.direction,
    channel: entry.channel,
    occurred_utc: entry.occurredAtUtc,
    filed_utc: entry.filedAtUtc,
    subject: entry.subject,
    opening: entry.opening,
    category: entry.category,
    people: JSON.stringify(entry.people),
    attachments: JSON.stringify(entry.attachments),
    raw_blob: entry.rawBlob,
    raw_bytes: entry.rawBytes,
    internet_message_id: entry.internetMessageId,
    message_id: entry.messageId,
    template_version_id: entry.templateVersionId,
    author_id: entry.authorId,
    detail: JSON.stringify(extra),
    seal: sealEntry(last?.seal ?? FIRST_SEAL, sealedContent(entry), sha256Hex),
  });
  await tx('entry_categories').insert({ category: entry.category }).onConflict('category').ignore();
  await insertEntryWords(tx, entry, seq, text);
  await countEntry(tx, entry, standing);
}

/**
 * The conversation of the nearest message it answers that is on the same matter (RFC 5322 §3.6.4); or, where a mail program
 * dropped that, the one of the same subject that its people were in before.
 */
async function conversationOf(tx: Tx, entry: NewEntry): Promise<string | undefined> {
  const parent =
    entry.references.length === 0
      ? undefined
      : await tx<EntryRow>('entries')
          .whereIn('internet_message_id', [...entry.references])
          .where({ matter_id: entry.matterId })
          .orderBy('seq', 'desc')
          .first('conversation_id');
  return parent?.conversation_id ?? (await conversationBySubject(tx, entry));
}

/** How far back on the matter a conversation of the same subject is looked for. */
const LOOKED_BACK = 60;

async function conversationBySubject(tx: Tx, entry: NewEntry): Promise<string | undefined> {
  const subject = bareSubject(entry.subject);
  // Only what calls itself an answer, or something passed on, goes on with what was begun.
  if (entry.channel !== 'email' || subject === '' || subject === entry.subject.trim()) return undefined;
  const rows = await tx<EntryRow>('entries')
    .where({ matter_id: entry.matterId, channel: 'email' })
    .orderBy('seq', 'desc')
    .limit(LOOKED_BACK)
    .select('conversation_id', 'subject', 'people');
  const own = peopleIn(entry.people);
  return rows.find(
    (row) =>
      bareSubject(row.subject) === subject &&
      [...peopleIn(fromJson<EntryPeople>(row.people))].filter((one) => own.has(one)).length >= 2,
  )?.conversation_id;
}

const peopleIn = ({ from, to, cc, bcc }: EntryPeople): ReadonlySet<string> =>
  new Set([from, ...to, ...cc, ...bcc].map(({ address }) => address.toLowerCase()).filter(Boolean));

/** Whether an entry waits for an answer by its words. A note never does. */
function waitsForAnswer(entry: NewEntry, text: string, { outCount, inCount }: Before): boolean {
  const { direction } = entry;
  if (direction === 'note') return false;
  const isReply = (direction === 'out' ? inCount : outCount) > 0;
  return expectsAnswer({ direction, text, automatic: entry.automatic === true, isReply });
}

async function countInConversation(tx: Tx, id: string, entry: NewEntry, expects: boolean): Promise<void> {
  const out = entry.direction === 'out' ? 1 : 0;
  const incoming = entry.direction === 'in' ? 1 : 0;
  const last = {
    last_entry_id: entry.id,
    last_direction: entry.direction,
    last_utc: entry.occurredAtUtc,
    last_expects: expects,
  };
  await tx('conversations')
    .insert({ id, matter_id: entry.matterId, ...last, out_count: out, in_count: incoming })
    .onConflict('id')
    .merge({
      ...last,
      out_count: tx.raw('conversations.out_count + ?', [out]),
      in_count: tx.raw('conversations.in_count + ?', [incoming]),
    });
}

/** Says what has become of an entry; each is dealt with once. */
export async function insertStanding(tx: Tx, { entryId, kind, byEntryId }: Standing): Promise<void> {
  await tx('entry_standings').insert({ entry_id: entryId, kind, by_entry_id: byEntryId });
}
