import type { Database } from '../platform/database/openDatabase.ts';
import { PER_SECOND } from '../correspondence/entryWordQueries.ts';

interface KeptRow {
  readonly blob: string;
  readonly words: string;
}

/** Every stored file that something refers to, each with what does, in words. */
export async function keptBlobs(db: Database): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await db.raw<KeptRow[]>(`
    SELECT raw_blob AS blob, 'the bytes of “' || subject || '”, ' || reference AS words
      FROM entries JOIN matters ON matters.id = matter_id
    UNION ALL
    SELECT json_extract(one.value, '$.blob'), json_extract(one.value, '$.name') || ' with “' || subject || '”, ' || reference
      FROM entries JOIN matters ON matters.id = matter_id, json_each(entries.attachments) AS one
    UNION ALL
    SELECT blob, 'the document ' || documents.name || ', ' || reference FROM documents JOIN matters ON matters.id = matter_id
    UNION ALL
    SELECT blob, 'a picture of the letters' FROM pictures
    UNION ALL
    SELECT raw_blob, '“' || subject || '” in the in-tray' FROM incoming
    UNION ALL
    SELECT json_extract(frozen, '$.blob'), 'a message on its way' FROM messages WHERE frozen IS NOT NULL
    UNION ALL
    SELECT json_extract(one.value, '$.blob'), json_extract(one.value, '$.name') || ' with a message being written'
      FROM messages, json_each(enclosures) AS one WHERE state <> 'sent'
    UNION ALL
    SELECT json_extract(one.value, '$.blob'), 'a file of the template ' || templates.name
      FROM template_versions JOIN templates ON templates.id = template_id, json_each(content, '$.documents') AS one
      WHERE json_extract(one.value, '$.blob') IS NOT NULL
    UNION ALL
    SELECT json_extract(one.value, '$.blob'), 'a file of the in-tray' FROM incoming, json_each(incoming.attachments) AS one
    UNION ALL
    SELECT raw_blob, 'a delivery report' FROM delivery_reports`);
  const kept = new Map<string, string[]>();
  for (const { blob, words } of rows) {
    const known = kept.get(blob);
    if (!known) kept.set(blob, [words]);
    else if (!known.includes(words)) known.push(words);
  }
  return kept;
}

/** Subjects of the entries that the index of words does not hold. */
export async function entriesNotFindable(db: Database): Promise<string[]> {
  return db('entries')
    .whereRaw(
      'NOT EXISTS (SELECT 1 FROM entry_words WHERE rowid = (entries.occurred_utc / 1000) * ? + entries.seq % ?)',
      [PER_SECOND, PER_SECOND],
    )
    .limit(100)
    .pluck<string[]>('subject');
}

/** Rows of the index that are no entry’s. */
export async function rowsOfNothing(db: Database): Promise<number> {
  const [{ words, entries } = { words: 0, entries: 0 }] = await db.raw<{ words: number; entries: number }[]>(
    'SELECT (SELECT count(*) FROM entry_words) AS words, (SELECT count(*) FROM entries) AS entries',
  );
  return Math.max(0, words - entries);
}
