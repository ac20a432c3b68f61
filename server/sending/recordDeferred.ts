import type { Services } from '../platform/services.ts';
import type { StoredMessage, FrozenMessage } from '../messages/message.ts';
import type { RecipientFailure } from './transports/transport.ts';
import { afterAttempt } from '../../core/model/message.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import type { Refusals } from './sentEntry.ts';
import type { Change } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import { insertDeliveryReport } from '../correspondence/deliveryReportQueries.ts';
import { reportFor } from './reportFor.ts';
import { insertMessage } from '../messages/queries.ts';
import { advance } from './advance.ts';

/** What is left to do for those the host put off: the same bytes, to them alone, at the next try. */
export function deferredRecipients(
  services: Services,
  message: StoredMessage,
  frozen: FrozenMessage,
  entryId: string,
  transientFailures: readonly RecipientFailure[],
): StoredMessage {
  const nowUtc = services.now();
  const [first] = transientFailures;
  const state = afterAttempt(
    { kind: 'later', reply: first?.reply ?? '' },
    1,
    nowUtc,
    services.config.retryScale,
  );
  const { after: _after, followUpId: _followUpId, ...sendOptions } = message.sendOptions;
  const left = new Set(transientFailures.map(({ address }) => addressKey(address)));
  const still = (line: StoredMessage['recipients']['to']) =>
    line.filter(({ address }) => left.has(addressKey(address)));
  const { to, cc, bcc } = message.recipients;
  return {
    ...message,
    id: asId<MessageId>(services.newId()),
    state,
    recipients: { to: still(to), cc: still(cc), bcc: still(bcc) },
    frozen: { ...frozen, envelopeTo: transientFailures.map(({ address }) => address) },
    sendOptions: { ...sendOptions, copyOf: message.sendOptions.copyOf ?? message.id, deferredFrom: entryId },
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
}

interface DeferredRecipients {
  readonly frozen: FrozenMessage;
  readonly entryId: string;
  readonly permanentFailures: Refusals;
  readonly transientFailures: readonly RecipientFailure[];
}

/** The rest of a message that is filed already has gone: its entry is told who has it now, and who never will. */
export async function recordDeferred(
  services: Services,
  scope: Scope,
  message: StoredMessage,
  { frozen, entryId, permanentFailures, transientFailures }: DeferredRecipients,
): Promise<void> {
  const sentAtUtc = services.now();
  const without = new Set(
    [...permanentFailures, ...transientFailures].map(({ address }) => addressKey(address)),
  );
  const along = async ({ tx, tell }: Change): Promise<void> => {
    for (const address of frozen.envelopeTo)
      if (!without.has(addressKey(address)))
        await insertDeliveryReport(tx, {
          ...reportFor(frozen, entryId, sentAtUtc),
          address,
          action: 'delivered',
          words: '',
        });
    for (const { address, reply } of permanentFailures)
      await insertDeliveryReport(tx, {
        ...reportFor(frozen, entryId, sentAtUtc),
        address,
        action: 'failed',
        words: reply,
      });
    if (transientFailures.length > 0)
      await insertMessage(tx, deferredRecipients(services, message, frozen, entryId, transientFailures));
    tell({ kind: 'entry', id: entryId, matterId: message.matterId });
  };
  await advance(services, scope, message, { to: { kind: 'sent', sentAtUtc, entryId }, along });
}
