import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { nextOf } from '../../../core/routines/index.ts';
import type { ChaseNext } from '../../../core/routines/index.ts';
import { calendarOf } from '../../platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../../platform/settings/practiceSettings.ts';
import type { StoredChase, StoredPlan } from './chase.ts';

/** What comes next of a plan under way, by the practice's calendar of today. */
export function nextStep(
  { startedOn, stepsDone, went }: StoredChase,
  { content }: StoredPlan,
  settings: PracticeSettings,
): ChaseNext | undefined {
  const last = went.at(-1);
  const lastOn = last && zonedTime(settings.timeZone, last.atUtc).date;
  return nextOf(content, { startedOn, stepsDone, ...(lastOn ? { lastOn } : {}) }, calendarOf(settings));
}
