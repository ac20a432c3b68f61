import { addWorkingDays } from '../../core/dates/workingDays.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { Services } from '../platform/services.ts';
import type { Change } from '../access/change.ts';
import { insertFollowUp } from '../matters/followUpQueries.ts';
import { moveOn } from '../matters/changeQueries.ts';
import type { StoredMessage } from '../messages/message.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { findPlan } from './chasers/keepPlan.ts';
import { beginChase } from './chasers/startChase.ts';

/** Does what the template said should follow, in the transaction that files the message: none without the other. */
export async function applyAfter(
  services: Pick<Services, 'newId'>,
  change: Change,
  message: StoredMessage,
  { entryId, sentAtUtc }: { readonly entryId: string; readonly sentAtUtc: number },
): Promise<void> {
  const { after } = message.sendOptions;
  if (!after) return;
  const { tx, scope } = change;
  const settings = await readSettings(scope);
  const { date: today } = zonedTime(settings.timeZone, sentAtUtc);
  if (after.followUp) {
    await insertFollowUp(tx, {
      id: services.newId(),
      matterId: message.matterId,
      what: after.followUp.what,
      // A calendar without a working day ahead must not keep a message that has gone from being filed.
      dueOn: addWorkingDays(calendarOf(settings), today, after.followUp.workingDays) ?? today,
      personId: message.authorId,
      messageId: message.id,
      madeUtc: sentAtUtc,
    });
  }
  const plan = after.chaserPlanId === undefined ? undefined : await findPlan(scope, after.chaserPlanId);
  if (plan && !plan.retired)
    await beginChase(services, change, {
      planId: plan.id,
      matterId: message.matterId,
      entryId,
      personId: message.authorId,
      startedUtc: sentAtUtc,
      answers: message.answers,
    });
  await moveOn(tx, message.matterId, {
    ...(after.stage === undefined ? {} : { stage: after.stage }),
    ...(after.stampDate === undefined ? {} : { stampDate: { key: after.stampDate, date: today } }),
  });
}
