import { zonedInstant, zonedTime } from '../../../core/dates/zonedClock.ts';
import type { Occasion } from '../../../core/routines/index.ts';
import { changing } from '../../access/change.ts';
import { unscoped } from '../../access/unscoped.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { closingStages } from '../../matters/matterTypeQueries.ts';
import { findMatters, matterIds } from '../../matters/queries.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { scopeOfWriter } from '../unasked.ts';
import { mattersNow, openOccasion } from './occasions.ts';
import type { StoredRoutine } from './routine.ts';
import {
  cameAutomatically,
  countUnasked,
  insertRun,
  listRoutines,
  occasionsTaken,
  takenKey,
  wentUnasked,
} from './routineQueries.ts';
import { isFor } from './routinesHere.ts';
import { runRoutine } from './runRoutine.ts';

/** Matters looked at before others have their turn. */
const AT_ONCE = 100;

/**
 * Runs what the practice lets run by itself, on open matters where it is offered, each for whoever is responsible. What a
 * person has to answer or decide keeps it from running, and is said; once for the same occasion.
 */
export async function runUnasked(services: Services): Promise<void> {
  const all = unscoped(services.db, 'unasked');
  const routines = (await listRoutines(all)).filter(({ unaskedPerDay }) => unaskedPerDay !== null);
  if (routines.length === 0) return;
  const closing = await closingStages(all);
  const ids = await matterIds(all);
  for (let at = 0; at < ids.length; at += AT_ONCE) {
    const open = (await findMatters(all, ids.slice(at, at + AT_ONCE))).filter(
      ({ type, stage }) => !closing.has(`${type.id} ${stage}`),
    );
    await runOn(services, routines, open);
  }
}

async function runOn(
  services: Services,
  routines: readonly StoredRoutine[],
  matters: readonly StoredMatter[],
): Promise<void> {
  const all = unscoped(services.db, 'unasked');
  const taken = await occasionsTaken(
    all,
    matters.map(({ id }) => id),
    { withHindered: true },
  );
  const now = await mattersNow(services, all, matters);
  for (const matter of matters)
    for (const routine of routines) {
      const here = now.get(matter.id);
      const occasion =
        here && openOccasion(routine.content, here, (key) => taken.has(takenKey(routine.id, matter.id, key)));
      if (occasion && (await mayRun(services, routine, matter, occasion)))
        await runOne(services, routine, matter, occasion);
    }
}

/**
 * At most so often a day; never in answer to mail that a machine sent, nor because nobody answered what went unasked: that
 * would go on without an end.
 */
async function mayRun(
  services: Services,
  { id, unaskedPerDay }: StoredRoutine,
  matter: StoredMatter,
  occasion: Occasion,
): Promise<boolean> {
  const all = unscoped(services.db, 'unasked');
  const { timeZone } = await readSettings(all);
  const { date } = zonedTime(timeZone, services.now());
  const since = zonedInstant(timeZone, { date, hour: 0, minute: 0 });
  if ((await countUnasked(all, id, since)) >= (unaskedPerDay ?? 0)) return false;
  if (occasion.on === 'document') return !(await cameAutomatically(all, matter.id, occasion.documentId));
  return occasion.on !== 'overdue' || !(await wentUnasked(all, occasion.entryId));
}

async function runOne(
  services: Services,
  routine: StoredRoutine,
  matter: StoredMatter,
  { key }: Occasion,
): Promise<void> {
  const scope = await scopeOfWriter(services, matter.responsible.id);
  if (!scope || !isFor(routine.content, scope))
    return noteHindered(services, routine, matter, key, [{ code: 'writerGone', where: -1, params: {} }]);
  try {
    await runRoutine(services, scope, matter.id, routine.id, { occasion: key, unasked: true });
  } catch (error) {
    if (!(error instanceof DomainProblem)) throw error;
    if (error.code !== 'decidedMeanwhile') await noteHindered(services, routine, matter, key, whyNot(error));
  }
}

type Hindered = NonNullable<Parameters<typeof insertRun>[1]['hindered']>;

/** Why it did not run: its problems, and what its messages' margins say. */
function whyNot({ code, extra }: DomainProblem): Hindered {
  const run = extra['run'] as Awaited<ReturnType<typeof runRoutine>> | undefined;
  const notes = run?.messages.flatMap((one) => one.notes) ?? [];
  const why = [
    ...(run?.problems ?? []),
    ...notes.map((note) => ({ code: note.code, where: -1, params: note.params })),
  ];
  return why.length > 0 ? why : [{ code, where: -1, params: {} }];
}

const noteHindered = (
  services: Services,
  { id: routineId, versionId }: StoredRoutine,
  { id: matterId, responsible }: StoredMatter,
  occasion: string,
  hindered: Hindered,
): Promise<void> =>
  changing(services, unscoped(services.db, 'unasked'), async ({ tx, atUtc, audit, tell }) => {
    const nothing = { steps: [], messageIds: [], followUpIds: [], documentIds: [] };
    const run = {
      id: services.newId(),
      routineId,
      matterId,
      personId: responsible.id,
      unasked: true,
      occasion,
    };
    await insertRun(tx, { ...run, atUtc, did: nothing, undo: null, hindered }, versionId);
    await audit('routine.hindered', 'matter', matterId, { routineId, occasion, hindered });
    tell({ kind: 'matter', id: matterId, matterId });
  });
