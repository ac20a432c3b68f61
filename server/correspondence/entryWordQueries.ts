import { channelOf } from '../../core/compose/index.ts';
import { ADDRESS_KIND } from '../../core/recipients/recipients.ts';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { keyOfAddress } from '../../core/recipients/reach.ts';
import { entryWords } from '../platform/database/dialects/sqlite/words.ts';
import type { NewEntry } from './entry.ts';

/** Entries within one second that are told apart; the row's number stays within what a double holds exactly. */
export const PER_SECOND = 2 ** 21;

/** The number of an entry's row among the words: its time first, so that newest first is the order of the rows. */
export const wordRow = (occurredAtUtc: number, seq: number): number =>
  Math.floor(occurredAtUtc / 1000) * PER_SECOND + (seq % PER_SECOND);

/** The lowest row of a moment. */
export const firstRowAt = (utc: number): number => Math.floor(utc / 1000) * PER_SECOND;

/** What narrows a search, as words of the index itself; the ending keeps `m12` from being found in `m123`. */
export const matterMark = (matterSeq: number): string => `m${matterSeq}x`;
export const directionMark = (direction: string): string => `d${direction}x`;
export const channelMark = (channel: string): string => `c${channel}x`;
export const ATTACHMENT_MARK = 'withfilex';
export const categoryMark = (category: string): string =>
  `k${[...category.toLowerCase()].map((sign) => sign.codePointAt(0)?.toString(36)).join('z')}x`;

/** Longer texts are found by their beginning; what they quote stands at their end. */
const MAX_BODY = 40_000;

/** Makes an entry findable, in the transaction that files it. Nothing is fed by triggers, which costs twice as much. */
export async function insertEntryWords(tx: Tx, entry: NewEntry, seq: number, text: string): Promise<void> {
  const { people } = entry;
  const everyone = [people.from, ...people.to, ...people.cc, ...people.bcc];
  const kind = ADDRESS_KIND[channelOf(entry)];
  const keys = new Set(everyone.map(({ address }) => keyOfAddress(kind, address)).filter(Boolean));
  if (keys.size > 0)
    await tx('entry_addresses').insert(
      [...keys].map((address_key) => ({
        address_key,
        entry_seq: seq,
        matter_id: entry.matterId,
        occurred_utc: entry.occurredAtUtc,
      })),
    );
  await insertWords(tx, entry, seq, text);
}

/** Entries of before words were kept whole, which are read again; undefined once all are. */
export const nextEntryToRead = (scope: Scope): Promise<{ readonly id: string } | undefined> =>
  sql(scope)('entries_to_read')
    .join('entries', 'entries.seq', 'entries_to_read.entry_seq')
    .orderBy('entry_seq', 'desc')
    .first<{ readonly id: string } | undefined>('entries.id');

/** Puts an entry's whole words in the place of those it was found by; without any, leaves it as it is. */
export async function renewEntryWords(
  tx: Tx,
  entry: NewEntry & { readonly seq: number },
  text: string | undefined,
): Promise<void> {
  await tx('entries_to_read').where({ entry_seq: entry.seq }).delete();
  if (text === undefined) return;
  await entryWords.drop(tx, wordRow(entry.occurredAtUtc, entry.seq));
  await insertWords(tx, entry, entry.seq, text);
}

async function insertWords(tx: Tx, entry: NewEntry, seq: number, text: string): Promise<void> {
  const { people } = entry;
  const everyone = [people.from, ...people.to, ...people.cc, ...people.bcc];
  const matter = await tx('matters').where({ id: entry.matterId }).first<{ seq: number }>('seq');
  const row = wordRow(entry.occurredAtUtc, seq);
  const marks = [
    matterMark(matter.seq),
    directionMark(entry.direction),
    channelMark(entry.channel),
    categoryMark(entry.category),
    ...(entry.attachments.length > 0 ? [ATTACHMENT_MARK] : []),
  ];
  const known = await knownFileWords(tx, entry);
  await entryWords.put(tx, row, {
    entry_id: entry.id,
    marks: marks.join(' '),
    subject: entry.subject,
    people: everyone.map(({ name, address }) => `${name} ${address}`).join(' '),
    body: text.slice(0, MAX_BODY),
    // A name is found by its parts, and what the same bytes said before is known.
    files: [...entry.attachments.map(({ name }) => name), ...known].join(' '),
  });
  await queueFiles(tx, entry, row);
}

/** What files of the same bytes were found to say before. */
async function knownFileWords(tx: Tx, { attachments }: NewEntry): Promise<readonly string[]> {
  if (attachments.length === 0) return [];
  const blobs = attachments.map(({ blob }) => blob);
  return tx('file_words').whereIn('blob', blobs).whereNotNull('words').pluck<string[]>('words');
}

const READABLE = /^application\/pdf$|wordprocessingml|^text\/plain/;

/** Files whose text is read later, away from the transaction; the same bytes once. */
async function queueFiles(tx: Tx, { attachments }: NewEntry, row: number): Promise<void> {
  const files = [...new Map(attachments.map((one) => [one.blob, one])).values()].filter(({ mediaType }) =>
    READABLE.test(mediaType),
  );
  if (files.length === 0) return;
  await tx('file_words')
    .insert(files.map(({ blob, mediaType }) => ({ blob, media_type: mediaType, words: null })))
    .onConflict('blob')
    .ignore();
  await tx('file_uses')
    .insert(files.map(({ blob }) => ({ blob, word_row: row })))
    .onConflict()
    .ignore();
}
