import { sql } from '../database/reads.ts';
import { kept, stampAnew } from '../database/kept.ts';
import type { Tx } from '../database/transaction.ts';
import type { SmtpSettings } from '../config.ts';
import { fromJson } from '../database/json.ts';

/** A mail host that the practice set on its own screen. Its password is kept as it is, since the host asks for it so. */
export interface StoredHost extends SmtpSettings {
  readonly key: string;
}

/** Where hosts are kept among the settings; their passwords stay out of archives. */
export const MAIL_HOSTS_KEY = 'mailHosts';

/** As JSON has them: what is undefined is not written. */
type Written = Omit<StoredHost, 'user' | 'password' | 'perMinute'> &
  Partial<Pick<StoredHost, 'user' | 'password' | 'perMinute'>>;

export const readMailHosts = kept(['hosts'], async (reads): Promise<readonly StoredHost[]> => {
  const row = await sql(reads)('settings')
    .where({ key: MAIL_HOSTS_KEY })
    .first<{ value: string } | undefined>('value');
  return (row ? fromJson<readonly Written[]>(row.value) : []).map((one) => ({
    user: undefined,
    password: undefined,
    perMinute: undefined,
    ...one,
  }));
});

/** Hosts as they are kept, without what they are signed in to with. */
export const withoutPasswords = (value: string): string =>
  JSON.stringify(fromJson<readonly Written[]>(value).map(({ password: _, ...host }) => host));

export async function writeMailHosts(tx: Tx, hosts: readonly StoredHost[]): Promise<void> {
  await tx('settings')
    .insert({ key: MAIL_HOSTS_KEY, value: JSON.stringify(hosts) })
    .onConflict('key')
    .merge();
  await stampAnew(tx, 'hosts');
}
