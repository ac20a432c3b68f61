import type { ChangeMatter, ValueJson } from '../../../contract/matterTypes.ts';
import type { RoutineRun, RunRoutine } from '../../../contract/routines.ts';
import { notesThatStop } from '../../../core/checks/index.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { asId } from '../../../core/model/ids.ts';
import type { DocumentId } from '../../../core/model/ids.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import type { PersonActor } from '../../access/actor.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { insertDocument } from '../../matters/documents/documentQueries.ts';
import { insertFollowUp } from '../../matters/followUpQueries.ts';
import type { StoredDocument, StoredMatter } from '../../matters/matter.ts';
import { applyChange } from '../../matters/changeMatter.ts';
import { findMatter } from '../../matters/queries.ts';
import { readerFor } from '../../matters/readerFor.ts';
import type { DraftLayout } from '../../messages/draftLayout.ts';
import { makeLetter } from '../../messages/letters.ts';
import { sealFiles } from '../../platform/mail/assemble.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { frozenOf } from '../sendMessage.ts';
import { putLeaving } from '../unasked.ts';
import { documentName, planOn, viewPlan } from './planOn.ts';
import type { RoutineOnMatter } from './planOn.ts';
import type { Left, StoredRoutine } from './routine.ts';
import { findRoutine, insertRun, occasionsTaken, takenKey } from './routineQueries.ts';

/** How it is run, beside what its request says. */
interface Running extends RunRoutine {
  /** Nobody pressed for it: what it sends says so, and it never goes in spite of a caution. */
  readonly unasked?: true;
}

/** Runs a routine on a matter, or says what it would do. A step that cannot be done stops it before anything is done. */
export async function runRoutine(
  services: Services,
  scope: PersonScope,
  matterId: string,
  routineId: string,
  running: Running,
): Promise<RoutineRun> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const routine = await findRoutine(scope, routineId);
  if (!routine || routine.retired) throw notFound('routine');
  refuseOthers(routine, scope.actor);
  const { answers = {}, dryRun, acknowledged = [], occasion = '', unasked } = running;
  const on = await planOn(services, scope, routine.content, matter, {
    answers,
    ...(unasked ? { unasked } : {}),
  });
  const head = { routineId, name: routine.content.name, version: routine.number };
  const would: RoutineRun = { ...head, runId: null, ...viewPlan(on), leavesAtUtc: null };
  if (dryRun) return would;
  const ignored = new Set(acknowledged);
  const stopped = on.messages.some(({ notes }) => notesThatStop(notes, ignored).length > 0);
  if (on.problems.length > 0 || stopped)
    throw new DomainProblem('routineStopped', [{ code: 'routineNotRun' }, { code: 'nothingSent' }], {
      run: would,
    });
  return keepRun(services, scope, { routine, on, would, occasion, unasked: unasked === true });
}

function refuseOthers({ content }: StoredRoutine, { role }: PersonActor): void {
  if (content.roles.length > 0 && !content.roles.includes(role))
    throw new DomainProblem('notYours', [
      { code: 'routineNotYours', name: content.name },
      { code: 'nothingChanged' },
    ]);
}

interface ToKeep {
  readonly routine: StoredRoutine;
  readonly on: RoutineOnMatter;
  readonly would: RoutineRun;
  readonly occasion: string;
  readonly unasked: boolean;
}

/** Freezes what goes, makes what is made, and keeps all of it in one transaction. */
async function keepRun(
  services: Services,
  scope: PersonScope,
  { routine, on, would, occasion, unasked }: ToKeep,
): Promise<RoutineRun> {
  const { holdSeconds, timeZone } = await readSettings(scope);
  const leavesAtUtc = services.now() + holdSeconds * 1000;
  const sealed = sealFiles(services.blobs);
  const leaving: (readonly DraftLayout[])[] = [];
  for (const { desk, notes } of on.messages)
    leaving.push(
      await frozenOf(services, scope, desk, { leavesAtUtc, sealed, cautions: notes.map(({ code }) => code) }),
    );
  const documents = await makeDocuments(services, scope, on, zonedTime(timeZone, services.now()).date);
  const runId = services.newId();
  const ids: string[] = [];
  await changing(services, scope, async (change) => {
    if (unasked) await refuseTaken(change, on.matter.id, routine.id, occasion);
    for (const each of leaving) ids.push(...(await putLeaving(change, each, 'routine')));
    for (const document of documents) await insertDocument(change.tx, on.matter.id, document);
    const followUpIds = await putFollowUps(services, change, on);
    const undo = await changeRecord(change, on);
    const did: Left = {
      steps: would.steps,
      messageIds: ids,
      followUpIds,
      documentIds: documents.map(({ id }) => id),
    };
    const { id: routineId, versionId } = routine;
    const run = { id: runId, routineId, matterId: on.matter.id, personId: scope.actor.id, unasked, occasion };
    await insertRun(change.tx, { ...run, atUtc: change.atUtc, did, undo, hindered: null }, versionId);
    await change.audit('routine.run', 'matter', on.matter.id, { runId, routineId, versionId, unasked });
    change.tell({ kind: 'matter', id: on.matter.id, matterId: on.matter.id });
  });
  services.wakeRunner();
  return {
    ...would,
    runId,
    messages: would.messages.map((one, n) => ({ ...one, messageId: leaving[n]?.[0]?.message.id ?? null })),
    leavesAtUtc: ids.length > 0 ? leavesAtUtc : null,
  };
}

/** What nobody presses for is done once for the same reason, whoever else was at it. */
async function refuseTaken(
  { scope }: Change,
  matterId: string,
  routineId: string,
  occasion: string,
): Promise<void> {
  const taken = await occasionsTaken(scope, [matterId], { withHindered: true });
  if (taken.has(takenKey(routineId, matterId, occasion)))
    throw new DomainProblem('decidedMeanwhile', [{ code: 'nothingChanged' }]);
}

async function makeDocuments(
  services: Services,
  scope: PersonScope,
  { plan, names }: RoutineOnMatter,
  today: PlainDate,
): Promise<readonly StoredDocument[]> {
  const settings = await readSettings(scope);
  const made: StoredDocument[] = [];
  for (const step of plan.steps) {
    if (step.does !== 'document') continue;
    const reader = readerFor(step.on, scope.actor, settings, [], services.now());
    const letter = await makeLetter(services, scope, step.templateId, reader);
    if (!letter) throw notFound('template');
    const name = documentName(names.get(step.templateId) ?? '', today);
    made.push({
      id: asId<DocumentId>(services.newId()),
      name,
      fileName: `${name}.pdf`,
      category: letter.category,
      version: 1,
      mediaType: 'application/pdf',
      sizeBytes: letter.sizeBytes,
      blob: letter.blob,
      addedOn: today,
    });
  }
  return made;
}

async function putFollowUps(
  { newId }: Pick<Services, 'newId'>,
  { tx, actor, atUtc }: Change<PersonActor>,
  { plan, matter }: RoutineOnMatter,
): Promise<readonly string[]> {
  const ids: string[] = [];
  for (const step of plan.steps) {
    if (step.does !== 'followUp') continue;
    const id = newId();
    const { what, dueOn } = step;
    await insertFollowUp(tx, {
      id,
      matterId: matter.id,
      what,
      dueOn,
      personId: actor.id,
      messageId: null,
      madeUtc: atUtc,
    });
    ids.push(id);
  }
  return ids;
}

/** Changes the record in one go, if nobody did meanwhile; gives what takes it back. */
async function changeRecord(
  change: Change<PersonActor>,
  { plan, matter }: RoutineOnMatter,
): Promise<ChangeMatter | null> {
  const wanted = recordChange(plan.steps, matter);
  return wanted ? applyChange(change, matter.id, wanted) : null;
}

function recordChange(
  steps: RoutineOnMatter['plan']['steps'],
  { revision }: StoredMatter,
): ChangeMatter | undefined {
  const dates: NonNullable<ChangeMatter['dates']> = {};
  const facts: NonNullable<ChangeMatter['facts']> = {};
  let stage: string | undefined;
  for (const step of steps) {
    if (step.does === 'stage') ({ stage } = step);
    else if (step.does === 'date') dates[step.key] = step.date;
    else if (step.does === 'fact') facts[step.key] = structuredClone(step.value) as ValueJson;
  }
  const parts = {
    ...(stage === undefined ? {} : { stage }),
    ...(Object.keys(dates).length === 0 ? {} : { dates }),
    ...(Object.keys(facts).length === 0 ? {} : { facts }),
  };
  return Object.keys(parts).length === 0 ? undefined : { revision, ...parts };
}
