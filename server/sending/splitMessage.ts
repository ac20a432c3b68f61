import { refreshValues } from '../../core/merge/refresh.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Recipient } from '../../core/recipients/recipients.ts';
import type { Office } from '../app/services.ts';
import type { StoredMessage } from '../messages/message.ts';
import { layOut } from '../messages/layOut.ts';
import type { DeskMessage } from '../messages/layOut.ts';

/**
 * A message as it goes out: one for all, or one for each recipient with its own greeting. A letter is for one house, so
 * each postal address gets its own. Copies go with the first alone: nobody wants the same thing five times.
 */
export async function splitByRecipient(office: Office, desk: DeskMessage): Promise<readonly DeskMessage[]> {
  const groups = recipientGroups(desk.message);
  if (groups.length < 2) return [desk];
  const split: DeskMessage[] = [];
  for (const [n, to] of groups.entries()) {
    const recipients = n === 0 ? { ...desk.message.recipients, to } : { to, cc: [], bcc: [] };
    const id = n === 0 ? desk.message.id : asId<MessageId>(office.newId());
    const conduct = n === 0 ? desk.message.conduct : conductOfCopy(desk.message);
    const laid = await layOut(office, { ...desk.message, id, recipients, conduct }, desk.matter);
    split.push({ ...laid, message: refreshValues(laid.message, laid.reader) });
  }
  return split;
}

/** A copy moves no stage, makes no follow-up and ends none, and is not counted as a use of its own. */
function conductOfCopy({ id, conduct }: StoredMessage): StoredMessage['conduct'] {
  const { after: _after, followUpId: _followUpId, ...rest } = conduct;
  return { ...rest, copyOf: id };
}

function recipientGroups({ channel, conduct, recipients }: StoredMessage): readonly (readonly Recipient[])[] {
  if (channel === 'letter') return [...groupBy(recipients.to, ({ address }) => addressKey(address)).values()];
  return conduct.each ? recipients.to.map((one) => [one]) : [recipients.to];
}
