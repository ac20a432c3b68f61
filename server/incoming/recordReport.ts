import { readPlainBounce } from '../../core/mime/deliveryReport.ts';
import type { Delivery } from '../../core/mime/deliveryReport.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Change } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import { insertDeliveryReport, markBounced } from '../correspondence/deliveryReportQueries.ts';
import { findSentEntry } from '../correspondence/queries.ts';
import type { ReadMail } from './readMail.ts';

/** What a report says of a message of ours. */
export interface ReportOfOurs {
  readonly entryId: string;
  readonly matterId: string;
  readonly deliveries: readonly Delivery[];
}

/** Finds the message that a report speaks of; undefined where none of ours is meant: then it is mail like any other. */
export async function reportOfOurs(scope: Scope, mail: ReadMail): Promise<ReportOfOurs | undefined> {
  const entry = mail.report && (await findSentEntry(scope, mail.report.about));
  if (!entry) return undefined;
  const { to, cc, bcc } = entry.people;
  const sentTo = [...to, ...cc, ...bcc].map(({ address }) => address);
  const told = mail.report?.deliveries ?? [];
  const deliveries = told.length > 0 ? told : readPlainBounce(mail.text, sentTo);
  if (deliveries.length === 0) return undefined;
  return { entryId: entry.id, matterId: entry.matterId, deliveries };
}

/** Keeps with an entry what a report says of it, and marks an address that is no more, within a change. */
export async function recordReport(
  { tx, audit, tell }: Change,
  { entryId, matterId, deliveries }: ReportOfOurs,
  rawBlob: string,
  atUtc: number,
): Promise<void> {
  for (const delivery of deliveries) {
    await insertDeliveryReport(tx, { entryId, rawBlob, atUtc, ...delivery });
    if (isGone(delivery)) await markBounced(tx, addressKey(delivery.address));
  }
  const actions = deliveries.map(({ action }) => action);
  await audit('message.reported', 'matter', matterId, { entryId, actions });
  tell({ kind: 'entry', id: entryId, matterId });
}

/** A mailbox that is full today is there tomorrow; one that does not exist is not (RFC 3463: x.1.x is the address). */
const isGone = ({ action, status, words }: Delivery): boolean =>
  action === 'failed' && (/^5\.1\./.test(status) || (status === '' && /^550\b/.test(words)));
