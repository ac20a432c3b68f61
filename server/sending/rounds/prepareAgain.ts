import { dayParts } from '../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { changing } from '../../access/change.ts';
import { unscoped } from '../../access/unscoped.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { scopeOfWriter } from '../unasked.ts';
import { createRound } from './createRound.ts';
import type { StoredRound } from './round.ts';
import { monthlyRounds, takeMonth, updateRound } from './roundQueries.ts';

/** The month of a day, and whether a day of that month has come. */
export function monthOf(today: PlainDate, day: number): { readonly month: string; readonly isPast: boolean } {
  return { month: today.slice(0, 7), isPast: dayParts(today).day >= day };
}

/** Somebody else was quicker: nothing is made. */
class TakenMeanwhile extends Error {}

/**
 * Prepares again what is prepared each month and whose day has come: whom it goes to is worked out anew, and a person looks at
 * it and sends it. A day on which the practice is closed is made up for on the next on which it works.
 */
export async function prepareMonthly(services: Services): Promise<void> {
  const all = unscoped(services.db, 'unasked');
  const { timeZone } = await readSettings(all);
  const { date: today } = zonedTime(timeZone, services.now());
  for (const round of await monthlyRounds(all)) {
    const { month, isPast } = monthOf(today, round.againOn ?? 1);
    if (isPast && (round.againLast ?? '') < month) await prepareOne(services, round, month);
  }
}

async function prepareOne(services: Services, round: StoredRound, month: string): Promise<void> {
  const scope = await scopeOfWriter(services, round.authorId);
  if (!scope) return notPrepared(services, round, month);
  const { role, channels, onePer, answers } = round.options;
  const again = {
    templateId: round.templateId,
    name: round.name,
    set: round.set,
    channels: [...channels],
    onePer,
    answers: { ...answers },
    ...(role === undefined ? {} : { role }),
  };
  try {
    await createRound(services, scope, again, {
      againOf: round.id,
      along: async (tx) => {
        if (!(await takeMonth(tx, round.id, month))) throw new TakenMeanwhile();
      },
    });
  } catch (error) {
    if (error instanceof TakenMeanwhile) return;
    if (!(error instanceof DomainProblem)) throw error;
    await notPrepared(services, round, month);
  }
}

/** Says on the round that it could not be prepared again this month. */
const notPrepared = (services: Services, { id, state }: StoredRound, month: string): Promise<void> =>
  changing(services, unscoped(services.db, 'unasked'), async ({ tx, audit, tell }) => {
    await takeMonth(tx, id, month);
    await updateRound(tx, id, [state], { problem: 'notPreparedAgain' });
    await audit('round.notPreparedAgain', 'round', id, { month });
    tell({ kind: 'round', id });
  });
