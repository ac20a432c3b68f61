import type { Office } from '../app/services.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import type { StoredMessage } from '../messages/message.ts';
import { insertDeliveryReport } from '../correspondence/deliveryReportQueries.ts';
import { reportFor } from './reportFor.ts';

/** A remainder that failed for good is told on the entry it belongs to as well. */
export async function tellFailed(
  office: Office,
  tx: Database,
  { conduct, frozen, matterId }: StoredMessage,
  reply: string,
): Promise<void> {
  const { remainderOf: entryId } = conduct;
  if (entryId === undefined || !frozen) return;
  for (const address of frozen.envelopeTo)
    await insertDeliveryReport(tx, {
      ...reportFor(frozen, entryId, office.now()),
      address,
      action: 'failed',
      words: reply,
    });
  office.changes.tell({ kind: 'entry', id: entryId, matterId });
}
