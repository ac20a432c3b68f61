import type { Office } from '../app/services.ts';
import type { StoredMessage, FrozenMessage } from '../messages/message.ts';
import type { Refusal } from './transports/transport.ts';
import { afterAttempt } from '../../core/model/message.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import type { Refusals } from './sentEntry.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { insertDeliveryReport } from '../correspondence/deliveryReportQueries.ts';
import { reportFor } from './reportFor.ts';
import { insertMessage } from '../messages/queries.ts';
import { advance } from './advance.ts';

/** What is left to do for those the host put off: the same bytes, to them alone, at the next try. */
export function remainder(
  office: Office,
  message: StoredMessage,
  frozen: FrozenMessage,
  entryId: string,
  putOff: readonly Refusal[],
): StoredMessage {
  const nowUtc = office.now();
  const [first] = putOff;
  const state = afterAttempt(
    { kind: 'later', reply: first?.reply ?? '' },
    1,
    nowUtc,
    office.config.retryScale,
  );
  const { after: _after, followUpId: _followUpId, ...conduct } = message.conduct;
  const left = new Set(putOff.map(({ address }) => addressKey(address)));
  const still = (line: StoredMessage['recipients']['to']) =>
    line.filter(({ address }) => left.has(addressKey(address)));
  const { to, cc, bcc } = message.recipients;
  return {
    ...message,
    id: asId<MessageId>(office.newId()),
    state,
    recipients: { to: still(to), cc: still(cc), bcc: still(bcc) },
    frozen: { ...frozen, envelopeTo: putOff.map(({ address }) => address) },
    conduct: { ...conduct, copyOf: message.conduct.copyOf ?? message.id, remainderOf: entryId },
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
}

interface Remainder {
  readonly frozen: FrozenMessage;
  readonly entryId: string;
  readonly refusals: Refusals;
  readonly putOff: readonly Refusal[];
  readonly personId: string | null;
}

/** The rest of a message that is filed already has gone: its entry is told who has it now, and who never will. */
export async function recordRemainder(
  office: Office,
  message: StoredMessage,
  { frozen, entryId, refusals, putOff, personId }: Remainder,
): Promise<void> {
  const sentAtUtc = office.now();
  const without = new Set([...refusals, ...putOff].map(({ address }) => addressKey(address)));
  const along = async (tx: Database): Promise<void> => {
    for (const address of frozen.envelopeTo)
      if (!without.has(addressKey(address)))
        await insertDeliveryReport(tx, {
          ...reportFor(frozen, entryId, sentAtUtc),
          address,
          action: 'delivered',
          words: 'The host took it at a later try.',
        });
    for (const { address, reply } of refusals)
      await insertDeliveryReport(tx, {
        ...reportFor(frozen, entryId, sentAtUtc),
        address,
        action: 'failed',
        words: reply,
      });
    if (putOff.length > 0) await insertMessage(tx, remainder(office, message, frozen, entryId, putOff));
  };
  await advance(office, message, { to: { kind: 'sent', sentAtUtc, entryId }, personId, along });
  office.changes.tell({ kind: 'entry', id: entryId, matterId: message.matterId });
}
