import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import type { NewEntry } from './entry.ts';
import type { SealedContent } from '../../core/correspondence/seal.ts';
import { toEntry } from './queries.ts';
import type { EntryRow } from './queries.ts';

export const sealedContent = (entry: NewEntry): SealedContent => ({
  id: entry.id,
  matterId: entry.matterId,
  direction: entry.direction,
  channel: entry.channel,
  occurredAtUtc: entry.occurredAtUtc,
  subject: entry.subject,
  from: entry.people.from.address,
  to: [...entry.people.to, ...entry.people.cc, ...entry.people.bcc].map(({ address }) => address),
  rawBlob: entry.rawBlob,
  attachments: entry.attachments.map(({ name, blob }) => ({ name, blob })),
});

/** Every entry in the order of the chain, a few at a time, for checking it. */
export async function* sealedEntries(
  scope: Scope,
): AsyncGenerator<{ readonly content: SealedContent; readonly seal: string }> {
  for (let after = 0; ;) {
    const rows = await visible<EntryRow>(scope, 'entries').where('seq', '>', after).orderBy('seq').limit(500);
    for (const row of rows) yield { content: sealedContent(toEntry(row)), seal: row.seal };
    const last = rows.at(-1);
    if (!last) return;
    after = last.seq;
  }
}
