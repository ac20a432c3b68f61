import { sql } from '../database/reads.ts';
import { putKey } from '../database/dialects/sqlite/json.ts';
import { kept, stampAnew } from '../database/kept.ts';
import type { Tx } from '../database/transaction.ts';
import { fromJson } from '../database/json.ts';

const HOST_LIMITS_KEY = 'hostLimits';

/** What a mail host says it takes for one message (RFC 1870); `host` with its port, as hosts are told apart. */
export interface HostLimit {
  readonly host: string;
  readonly bytes: number;
}

/** Keeps what a mail host says it takes, each host for itself. */
export async function learnHostLimit(tx: Tx, { host, bytes }: HostLimit): Promise<void> {
  await putKey(tx, HOST_LIMITS_KEY, host, bytes);
  await stampAnew(tx, 'hosts');
}

export const hostLimits = kept(['hosts'], async (reads): Promise<Readonly<Record<string, number>>> => {
  const row = await sql(reads)('settings')
    .where({ key: HOST_LIMITS_KEY })
    .first<{ value: string } | undefined>('value');
  return row ? fromJson<Record<string, number>>(row.value) : {};
});
