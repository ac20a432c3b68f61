import { FIRST_STEPS } from '../../contract/practice.ts';
import type { FirstStep, FirstSteps, SkipSteps } from '../../contract/practice.ts';
import { changing } from '../access/change.ts';
import { listActive } from '../access/peopleQueries.ts';
import type { PersonScope } from '../access/scope.ts';
import { fromJson } from '../platform/database/json.ts';
import type { Services } from '../platform/services.ts';
import { findSetting, readSettings, writeSetting } from '../platform/settings/queries.ts';
import { whatIsThere } from './firstStepQueries.ts';

const KEY = 'firstStepsSkipped';

/** How far the practice has come with what it does first. */
export async function readFirstSteps(scope: PersonScope): Promise<FirstSteps> {
  const settings = await readSettings(scope);
  const kept = await findSetting(scope, KEY);
  const skipped = kept === undefined ? [] : fromJson<readonly FirstStep[]>(kept);
  const done: Readonly<Record<FirstStep, boolean>> = {
    people: (await listActive(scope)).length > 1,
    letterhead: settings.practice.addressLines.length > 0,
    holidays: settings.holidays.length > 0,
    senders: settings.practiceEmail !== '',
    ...(await whatIsThere(scope)),
  };
  return {
    items: FIRST_STEPS.map((step) => ({ step, done: done[step], skipped: skipped.includes(step) })),
  };
}

/** Leaves some of the steps out, or takes them up again. */
export async function skipSteps(
  services: Services,
  scope: PersonScope,
  { skipped }: SkipSteps,
): Promise<FirstSteps> {
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await writeSetting(tx, KEY, skipped);
    await audit('practice.changed', 'practice', 'firstSteps', { skipped });
    tell({ kind: 'matterType', id: 'practice' });
  });
  return readFirstSteps(scope);
}
