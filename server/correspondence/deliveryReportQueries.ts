import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { Delivery } from '../../core/mime/deliveryReport.ts';

export interface DeliveryReport extends Delivery {
  readonly entryId: string;
  readonly atUtc: number;
  /** The report itself, byte for byte. */
  readonly rawBlob: string;
}

export async function insertDeliveryReport(tx: Tx, report: DeliveryReport): Promise<void> {
  await tx('delivery_reports')
    .insert({
      entry_id: report.entryId,
      address: report.address,
      action: report.action,
      status: report.status,
      words: report.words,
      at_utc: report.atUtc,
      raw_blob: report.rawBlob,
    })
    .onConflict()
    .ignore();
}

/** What was reported of some entries' delivery, oldest first. */
export function deliveryReportsOf(scope: Scope, entryIds: readonly string[]): Promise<DeliveryReport[]> {
  return sql(scope)('delivery_reports')
    .whereIn('entry_id', [...entryIds])
    .orderBy('seq')
    .select<DeliveryReport[]>('address', 'action', 'status', 'words', {
      entryId: 'entry_id',
      atUtc: 'at_utc',
      rawBlob: 'raw_blob',
    });
}

/** Mail to this address came back: it is not chosen while another is there. */
export async function markBounced(tx: Tx, valueKey: string): Promise<void> {
  await tx('contact_addresses').where({ kind: 'email', value_key: valueKey }).update({ bounced: 1 });
}
