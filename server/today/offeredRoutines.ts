import type { OfferedRoutines } from '../../contract/routines.ts';
import type { PersonScope } from '../access/scope.ts';
import { closingStages } from '../matters/matterTypeQueries.ts';
import { findMatters } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import type { Services } from '../platform/services.ts';
import { checker } from '../sending/routines/checkedAgainst.ts';
import { mattersNow, openOccasion, viewOccasion } from '../sending/routines/occasions.ts';
import { listRoutines, occasionsTaken, takenKey, unaskedRuns } from '../sending/routines/routineQueries.ts';
import { isFor, viewRun } from '../sending/routines/routinesHere.ts';
import { mattersInHand } from './queries.ts';
import type { Whose } from './queries.ts';

/** Matters looked through, the latest first; and as many lines as a day takes. */
const MATTERS_IN_HAND = 200;
const MOST_OFFERED = 40;
const MOST_RAN = 20;
const RAN_MS = 3 * 86_400_000;

/** Routines that are offered over the matters in hand, and what ran, or was to run, without a press lately. */
export async function offeredRoutines(
  services: Services,
  scope: PersonScope,
  whose: Whose,
): Promise<OfferedRoutines> {
  return {
    items: await offeredOver(services, scope, whose),
    ran: await ranLately(services, scope, whose),
  };
}

async function offeredOver(
  services: Services,
  scope: PersonScope,
  whose: Whose,
): Promise<OfferedRoutines['items']> {
  const routines = (await listRoutines(scope)).filter(
    ({ content }) => content.offeredOn.length > 0 && isFor(content, scope),
  );
  if (routines.length === 0) return [];
  const check = await checker(scope);
  const suits = new Map(routines.map(({ id, content }) => [id, check(content).suits]));
  const closing = await closingStages(scope);
  const matters = (await findMatters(scope, await mattersInHand(scope, whose, MATTERS_IN_HAND))).filter(
    ({ type, stage }) => !closing.has(`${type.id} ${stage}`),
  );
  const now = await mattersNow(services, scope, matters);
  const taken = await occasionsTaken(
    scope,
    matters.map(({ id }) => id),
  );
  return matters
    .flatMap((matter) =>
      routines.flatMap(({ id, content }) => {
        const here = suits.get(id)?.includes(matter.type.id) ? now.get(matter.id) : undefined;
        const occasion =
          here && openOccasion(content, here, (key) => taken.has(takenKey(id, matter.id, key)));
        return occasion
          ? [
              {
                ...onMatter(matter),
                routineId: id,
                name: content.name,
                occasion: viewOccasion(occasion, matter),
              },
            ]
          : [];
      }),
    )
    .slice(0, MOST_OFFERED);
}

async function ranLately(
  services: Services,
  scope: PersonScope,
  whose: Whose,
): Promise<OfferedRoutines['ran']> {
  const runs = await unaskedRuns(scope, {
    sinceUtc: services.now() - RAN_MS,
    limit: MOST_RAN,
    ...(whose === 'mine' ? { personId: scope.actor.id } : {}),
  });
  const matters = new Map(
    (await findMatters(scope, [...new Set(runs.map(({ matterId }) => matterId))])).map((one) => [
      one.id as string,
      one,
    ]),
  );
  const ran: OfferedRoutines['ran'] = [];
  for (const run of runs) {
    const matter = matters.get(run.matterId);
    if (matter) ran.push({ ...onMatter(matter), ...(await viewRun(scope, run)) });
  }
  return ran;
}

const onMatter = ({ id, reference, title }: StoredMatter) => ({ matterId: id, reference, title });
