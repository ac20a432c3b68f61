import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** How far a mailbox has been read: UIDs grow for as long as its validity stays the same (RFC 9051 §2.3.1.1). */
export interface MailboxPlace {
  readonly uidValidity: string;
  readonly lastUid: number;
}

export async function readPlace(reads: Reads, mailbox: string): Promise<MailboxPlace | undefined> {
  return sql(reads)('mailbox_places')
    .where({ mailbox })
    .first<MailboxPlace | undefined>('uid_validity as uidValidity', 'last_uid as lastUid');
}

export async function writePlace(
  tx: Tx,
  mailbox: string,
  { uidValidity, lastUid }: MailboxPlace,
): Promise<void> {
  await tx('mailbox_places')
    .insert({ mailbox, uid_validity: uidValidity, last_uid: lastUid })
    .onConflict('mailbox')
    .merge();
}
