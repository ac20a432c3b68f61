import type { SetCount, SetWhere } from '../../../contract/rounds.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import type { Scope } from '../../access/scope.ts';
import { calendarOf } from '../../platform/settings/practiceSettings.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import type { Services } from '../../platform/services.ts';
import { countPeople, matterIdsIn } from './setQueries.ts';
import type { SetMoment } from './setQueries.ts';

export async function setMoment({ now }: Pick<Services, 'now'>, scope: Scope): Promise<SetMoment> {
  const settings = await readSettings(scope);
  const nowUtc = now();
  return { calendar: calendarOf(settings), today: zonedTime(settings.timeZone, nowUtc).date, nowUtc };
}

/** How many matters a set holds now, and how many people are on them. */
export async function countSet(
  services: Pick<Services, 'now'>,
  scope: Scope,
  where: SetWhere,
): Promise<SetCount> {
  const ids = await matterIdsIn(scope, where, await setMoment(services, scope));
  return { matters: ids.length, people: await countPeople(scope, ids, where.role) };
}
