import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { asId } from '../core/model/ids.ts';
import { sha256Hex } from '../server/platform/blobs/blobStore.ts';
import type { Services } from '../server/platform/services.ts';
import { insertEntry } from '../server/correspondence/fileQueries.ts';
import type { NewEntry } from '../server/correspondence/entry.ts';
import { touchMatter } from '../server/matters/changeQueries.ts';
import { byRate, interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { withPractice } from './practice.ts';
import { inTransaction } from '../server/platform/database/transaction.ts';

const ENTRIES = 60;

/** What the bare side needs of better-sqlite3's own connection, which Knex hands over. */
interface BareConnection {
  readonly prepare: (sql: string) => {
    readonly run: (...values: readonly unknown[]) => unknown;
    readonly get: () => unknown;
  };
  readonly transaction: (work: () => void) => () => void;
}

const entryFor = (matterId: string, id: string): NewEntry => ({
  id: asId(id),
  matterId: asId(matterId),
  direction: 'out',
  channel: 'email',
  occurredAtUtc: Date.now(),
  filedAtUtc: Date.now(),
  subject: 'Saltmarsh Wren: your survey report',
  opening: 'Here is our survey report on Saltmarsh Wren, seen at Hallam Slip. '.repeat(3).slice(0, 180),
  category: 'Report',
  people: {
    from: { name: 'Maud Tidewell', address: 'maud@tidewell-roe.example' },
    to: [{ name: 'Ines Okafor', address: 'ines@x.example' }],
    cc: [],
    bcc: [],
  },
  attachments: [],
  rawBlob: sha256Hex(id),
  rawBytes: 16_000,
  internetMessageId: `<${id}@x.example>`,
  references: [],
  messageId: null,
  templateVersionId: null,
  authorId: null,
  refusals: [],
  cautionsOverridden: [],
});

const COLUMNS =
  'id, matter_id, conversation_id, direction, channel, occurred_utc, filed_utc, subject, opening, category, people, attachments, raw_blob, raw_bytes, internet_message_id, detail, seal';

/** The same rows through prepared statements on the same file, with the same safety: what Knex and our care cost. */
function bareFiling(connection: BareConnection, services: Services, matterId: string): () => void {
  const last = connection.prepare('SELECT seal FROM entries ORDER BY seq DESC LIMIT 1');
  const conversation = connection.prepare(
    'INSERT INTO conversations (id, matter_id, last_entry_id, last_direction, last_utc, out_count, in_count) VALUES (?, ?, ?, ?, ?, 1, 0)',
  );
  const insert = connection.prepare(
    `INSERT INTO entries (${COLUMNS}) VALUES (${COLUMNS.split(',')
      .map(() => '?')
      .join(', ')})`,
  );
  const touch = connection.prepare(
    'UPDATE matters SET recent_utc = ?, last_entry_utc = ?, entry_count = entry_count + 1 WHERE id = ?',
  );
  return connection.transaction(() => {
    const entry = entryFor(matterId, services.newId());
    const before = last.get() as { seal: string } | undefined;
    const people = JSON.stringify(entry.people);
    const seal = sha256Hex(`${before?.seal ?? ''}${people}${entry.subject}`);
    conversation.run(entry.id, matterId, entry.id, 'out', entry.occurredAtUtc);
    insert.run(
      entry.id,
      matterId,
      entry.id,
      'out',
      'email',
      entry.occurredAtUtc,
      entry.filedAtUtc,
      entry.subject,
      entry.opening,
      entry.category,
      people,
      '[]',
      entry.rawBlob,
      entry.rawBytes,
      entry.internetMessageId,
      '{}',
      seal,
    );
    touch.run(entry.occurredAtUtc, entry.occurredAtUtc, matterId);
  });
}

/** Filing one entry in a transaction of its own, against bare better-sqlite3 and against a durable write of 16 kB. */
export function benchFiling(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    const row = await services.db('matters').first<{ id: string }>('id');
    const ours = async (): Promise<void> => {
      for (let n = 0; n < ENTRIES; n += 1) {
        await inTransaction(services.db, async (tx) => {
          await insertEntry(tx, entryFor(row.id, services.newId()));
          await touchMatter(tx, row.id, Date.now());
        });
      }
    };
    const client = services.db.client as {
      acquireConnection: () => Promise<BareConnection>;
      releaseConnection: (connection: BareConnection) => Promise<void>;
    };
    const bare = async (): Promise<void> => {
      const connection = await client.acquireConnection();
      const file = bareFiling(connection, services, row.id);
      for (let n = 0; n < ENTRIES; n += 1) file();
      await client.releaseConnection(connection);
    };
    const bytes = Buffer.alloc(16_384, 7);
    const disk = async (): Promise<void> => {
      const handle = await open(join(services.config.dataFolder, 'bench.bin'), 'a');
      for (let n = 0; n < ENTRIES; n += 1) {
        await handle.write(bytes);
        await handle.datasync();
      }
      await handle.close();
    };
    const times = await interleave({ ours, bare, disk });
    const against = (name: string, words: string): Measured =>
      byRate(
        'filing: one entry, one transaction, FULL',
        ENTRIES,
        times['ours'] ?? NaN,
        words,
        times[name] ?? NaN,
      );
    return [against('bare', 'bare better-sqlite3, same rows'), against('disk', '16 kB write + fdatasync')];
  });
}
