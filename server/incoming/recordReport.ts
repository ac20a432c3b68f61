import { readPlainBounce } from '../../core/mime/deliveryReport.ts';
import type { Delivery } from '../../core/mime/deliveryReport.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Office } from '../app/services.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { findSentEntry } from '../correspondence/queries.ts';
import { insertDeliveryReport, markBounced } from '../correspondence/deliveryReportQueries.ts';
import type { ReadMail } from './readMail.ts';

/**
 * Finds the message that a report speaks of, keeps what it says with that entry, and marks an address that is no more.
 * False where no message of ours is meant: then it is mail like any other.
 */
export async function recordReport(office: Office, mail: ReadMail, rawBlob: string): Promise<boolean> {
  const entry = await findSentEntry(office.db, mail.report?.about ?? []);
  if (!entry) return false;
  const { to, cc, bcc } = entry.people;
  const sentTo = [...to, ...cc, ...bcc].map(({ address }) => address);
  const told = mail.report?.deliveries ?? [];
  const deliveries = told.length > 0 ? told : readPlainBounce(mail.text, sentTo);
  if (deliveries.length === 0) return false;
  await office.db.transaction(async (tx) => {
    for (const delivery of deliveries) {
      await insertDeliveryReport(tx, { entryId: entry.id, rawBlob, atUtc: mail.sentAtUtc, ...delivery });
      if (isGone(delivery)) await markBounced(tx, addressKey(delivery.address));
    }
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: null,
      what: 'message.reported',
      subjectKind: 'matter',
      subjectId: entry.matterId,
      detail: { entryId: entry.id, actions: deliveries.map(({ action }) => action) },
    });
  });
  office.changes.tell({ kind: 'entry', id: entry.id, matterId: entry.matterId });
  return true;
}

/** A mailbox that is full today is there tomorrow; one that does not exist is not (RFC 3463: x.1.x is the address). */
const isGone = ({ action, status, words }: Delivery): boolean =>
  action === 'failed' && (/^5\.1\./.test(status) || (status === '' && /^550\b/.test(words)));
