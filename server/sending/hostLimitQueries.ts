import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';

const HOST_LIMITS_KEY = 'hostLimits';

/** What a mail host says it takes for one message (RFC 1870); `host` with its port, as hosts are told apart. */
export interface HostLimit {
  readonly host: string;
  readonly bytes: number;
}

/** Keeps what a mail host says it takes, each host for itself. */
export async function learnHostLimit(db: Database, { host, bytes }: HostLimit): Promise<void> {
  await db.raw(
    `INSERT INTO settings (key, value) VALUES (:key, json_object(:host, :bytes))
     ON CONFLICT (key) DO UPDATE SET value = json_patch(value, excluded.value)`,
    { key: HOST_LIMITS_KEY, host, bytes },
  );
}

export async function hostLimits(db: Database): Promise<Readonly<Record<string, number>>> {
  const row = await db('settings')
    .where({ key: HOST_LIMITS_KEY })
    .first<{ value: string } | undefined>('value');
  return row ? fromJson<Record<string, number>>(row.value) : {};
}
