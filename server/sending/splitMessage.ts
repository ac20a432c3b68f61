import { refreshValues } from '../../core/merge/refresh.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import { asksSomething } from './answers/answerPageFor.ts';
import type { Services } from '../platform/services.ts';
import type { StoredMessage } from '../messages/message.ts';
import { layoutDraft } from '../messages/draftLayout.ts';
import type { DraftLayout } from '../messages/draftLayout.ts';
import type { Scope } from '../access/scope.ts';

/**
 * A message as it goes out: one for all, or one for each recipient with its own greeting. A letter is for one house, so
 * each postal address gets its own. Copies go with the first alone: nobody wants the same thing five times.
 */
export async function splitByRecipient(
  services: Pick<Services, 'newId' | 'now'>,
  scope: Scope,
  desk: DraftLayout,
): Promise<readonly DraftLayout[]> {
  const groups = recipientGroups(desk.message);
  if (groups.length < 2) return [desk];
  const split: DraftLayout[] = [];
  for (const [n, to] of groups.entries()) {
    const recipients = n === 0 ? { ...desk.message.recipients, to } : { to, cc: [], bcc: [] };
    const id = n === 0 ? desk.message.id : asId<MessageId>(services.newId());
    const sendOptions = n === 0 ? desk.message.sendOptions : optionsOfCopy(desk.message);
    const laid = await layoutDraft(
      services,
      scope,
      { ...desk.message, id, recipients, sendOptions },
      desk.matter,
    );
    split.push({ ...laid, message: refreshValues(laid.message, laid.reader) });
  }
  return split;
}

/** A copy moves no stage, makes no follow-up and ends none, and is not counted as a use of its own. */
function optionsOfCopy({ id, sendOptions }: StoredMessage): StoredMessage['sendOptions'] {
  const { after: _after, followUpId: _followUpId, ...rest } = sendOptions;
  return { ...rest, copyOf: id };
}

function recipientGroups(message: StoredMessage): readonly (readonly Recipient[])[] {
  const { channel, sendOptions, recipients } = message;
  if (channel === 'letter') return [...groupBy(recipients.to, ({ address }) => addressKey(address)).values()];
  return sendOptions.each || asksSomething(message) ? recipients.to.map((one) => [one]) : [recipients.to];
}
