import type { MatterId } from '../../core/model/ids.ts';
import { visible } from '../access/visibleQueries.ts';
import type { Scope } from '../access/scope.ts';

/** A text message of ours that a number may be answering. */
export interface SentText {
  readonly matterId: MatterId;
  readonly internetMessageId: string;
  readonly occurredAtUtc: number;
}

/** The latest text message to a number on each matter since some moment, the latest first. */
export async function textsSentTo(
  scope: Scope,
  keys: readonly string[],
  sinceUtc: number,
): Promise<readonly SentText[]> {
  const rows = await visible(scope, 'entry_addresses')
    .join('entries', 'entries.seq', 'entry_addresses.entry_seq')
    .whereIn('address_key', [...keys])
    .where({ channel: 'text', direction: 'out' })
    .where('entry_addresses.occurred_utc', '>=', sinceUtc)
    .orderBy('entry_addresses.occurred_utc', 'desc')
    .select<SentText[]>({
      matterId: 'entries.matter_id',
      internetMessageId: 'entries.internet_message_id',
      occurredAtUtc: 'entries.occurred_utc',
    });
  return [...new Map([...rows].reverse().map((row) => [row.matterId, row])).values()].sort(
    (a, b) => b.occurredAtUtc - a.occurredAtUtc,
  );
}
