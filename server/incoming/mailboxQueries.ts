import type { Database } from '../platform/database/openDatabase.ts';

/** How far a mailbox has been read: UIDs grow for as long as its validity stays the same (RFC 9051 §2.3.1.1). */
export interface MailboxPlace {
  readonly uidValidity: string;
  readonly lastUid: number;
}

export async function readPlace(db: Database, mailbox: string): Promise<MailboxPlace | undefined> {
  return db('mailbox_places')
    .where({ mailbox })
    .first<MailboxPlace | undefined>('uid_validity as uidValidity', 'last_uid as lastUid');
}

export async function writePlace(
  db: Database,
  mailbox: string,
  { uidValidity, lastUid }: MailboxPlace,
): Promise<void> {
  await db('mailbox_places')
    .insert({ mailbox, uid_validity: uidValidity, last_uid: lastUid })
    .onConflict('mailbox')
    .merge();
}
