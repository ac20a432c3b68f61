import { addWorkingDays } from '../../core/dates/workingDays.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { Office } from '../office.ts';
import type { Database } from '../repositories/database.ts';
import { insertFollowUp } from '../repositories/followUps.ts';
import { moveOn } from '../repositories/matterChanges.ts';
import type { StoredMessage } from '../repositories/messages.ts';
import { calendarOf, readSettings } from '../repositories/settings.ts';

/** Does what the template said should follow, in the transaction that files the message: none without the other. */
export async function applyAfter(
  office: Office,
  tx: Database,
  message: StoredMessage,
  sentAtUtc: number,
): Promise<void> {
  const { after } = message.conduct;
  if (!after) return;
  const settings = await readSettings(tx);
  const { date: today } = zonedTime(settings.timeZone, sentAtUtc);
  if (after.followUp) {
    await insertFollowUp(tx, {
      id: office.newId(),
      matterId: message.matterId,
      what: after.followUp.what,
      dueOn: addWorkingDays(calendarOf(settings), today, after.followUp.workingDays),
      personId: message.authorId,
      messageId: message.id,
      madeUtc: sentAtUtc,
    });
  }
  await moveOn(tx, message.matterId, {
    ...(after.stage === undefined ? {} : { stage: after.stage }),
    ...(after.stampDate === undefined ? {} : { stampDate: { key: after.stampDate, date: today } }),
  });
}
