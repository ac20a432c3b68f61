import type { Change } from '../access/change.ts';
import type { StoredMessage } from '../messages/message.ts';
import { insertDeliveryReport } from '../correspondence/deliveryReportQueries.ts';
import { reportFor } from './reportFor.ts';

/** A remainder that failed for good is told on the entry it belongs to as well. */
export async function tellFailed(
  { tx, tell, atUtc }: Change,
  { sendOptions, frozen, matterId }: StoredMessage,
  reply: string,
): Promise<void> {
  const { deferredFrom: entryId } = sendOptions;
  if (entryId === undefined || !frozen) return;
  for (const address of frozen.envelopeTo)
    await insertDeliveryReport(tx, {
      ...reportFor(frozen, entryId, atUtc),
      address,
      action: 'failed',
      words: reply,
    });
  tell({ kind: 'entry', id: entryId, matterId });
}
