import type { Knex } from 'knex';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { inList } from '../platform/database/dialects/sqlite/json.ts';
import { sql } from '../platform/database/reads.ts';
import { toEntryOnMatter } from './queries.ts';
import type { EntryOnMatter, OnMatterRow } from './queries.ts';

interface Asked {
  /** Addresses as entries keep them. */
  readonly keys: readonly string[];
  /** Only what waits for an answer, either way. */
  readonly owed?: boolean;
  readonly limit: number;
  readonly after?: string | undefined;
}

/** Conversations whose last message waits for an answer; of those never read for that, the ones in which one side alone has spoken. */
export function waiting(query: Knex.QueryBuilder): void {
  void query.where((either) => {
    void either.where({ last_expects: true }).orWhere((unread) => {
      void unread.whereNull('last_expects').where((one) => {
        void one
          .where({ last_direction: 'out', in_count: 0 })
          .orWhere({ last_direction: 'in', out_count: 0 });
      });
    });
  });
}

/** Entries to or from some addresses on whatever matter the actor may see, but for those that were moved on. */
const between = (scope: Scope, keys: readonly string[]) =>
  visible(scope, 'entries')
    .join('matters', 'matters.id', 'entries.matter_id')
    .whereIn(
      'entries.seq',
      inList(visible(scope, 'entry_addresses'), 'address_key', keys).select('entry_seq'),
    )
    .whereNotIn('entries.id', sql(scope)('entry_standings').where({ kind: 'moved' }).select('entry_id'))
    .orderBy([
      { column: 'entries.occurred_utc', order: 'desc' },
      { column: 'entries.seq', order: 'desc' },
    ])
    .select<OnMatterRow[]>('entries.*', 'matters.reference', 'matters.title');

/** What was said with whoever holds some addresses, over all matters, newest first. */
export async function entriesWith(
  scope: Scope,
  { keys, owed, limit, after }: Asked,
): Promise<{ readonly items: EntryOnMatter[]; readonly next: string | null }> {
  const found = between(scope, keys).limit(limit + 1);
  if (owed) {
    const ends = visible(scope, 'conversations').select('last_entry_id');
    waiting(ends);
    void found.whereIn('entries.id', ends);
  }
  const cursor = readCursor(after);
  if (cursor) void found.whereRaw('(entries.occurred_utc, entries.seq) < (?, ?)', [...cursor]);
  return toPage(await found, limit, toEntryOnMatter, (row) => [row.occurred_utc, row.seq]);
}

/** As many messages with files as are looked through for one list. */
const MOST_ENCLOSING = 1_000;

/** What went to or came from some addresses with files, newest first. */
export async function entriesWithFiles(
  scope: Scope,
  keys: readonly string[],
): Promise<readonly EntryOnMatter[]> {
  const rows = await between(scope, keys).whereNot({ attachments: '[]' }).limit(MOST_ENCLOSING);
  return rows.map(toEntryOnMatter);
}
