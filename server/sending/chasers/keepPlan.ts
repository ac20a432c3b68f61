import type {
  ChangeChaserPlan,
  ChaserPlanJson,
  ChaserPlanList,
  ChaserPlanView,
  NewChaserPlan,
} from '../../../contract/chasers.ts';
import { daysInOrder } from '../../../core/routines/index.ts';
import type { ChaserPlanContent } from '../../../core/routines/index.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope, Scope } from '../../access/scope.ts';
import { plainCopy } from '../../platform/database/plainCopy.ts';
import type { Reads } from '../../platform/database/reads.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { startableTemplates } from '../../templates/compiled.ts';
import { addVersion, insertFirst, listLatest, madeVersions, setRetired } from '../versionedQueries.ts';
import type { StoredPlan } from './chase.ts';
import { countUnderWay } from './chaseQueries.ts';

/** Every plan in its latest version, those out of use among them: what is under way by one goes on. */
export const listPlans = (reads: Reads): Promise<readonly StoredPlan[]> =>
  listLatest<ChaserPlanContent>(reads, 'chaser_plan', { withRetired: true });

export const findPlan = async (reads: Reads, id: string): Promise<StoredPlan | undefined> =>
  (await listPlans(reads)).find((one) => one.id === id);

/** All chaser plans, with what the practice has of what they use. */
export async function readPlans(scope: Scope): Promise<ChaserPlanList> {
  const plans = await listPlans(scope);
  const templates = new Map((await startableTemplates(scope)).map((one) => [one.templateId as string, one]));
  const underWay = await countUnderWay(scope);
  const versions = await madeVersions(scope, 'chaser_plan');
  return {
    items: plans.map((plan) => ({
      id: plan.id,
      version: plan.number,
      content: structuredClone(plan.content) as ChaserPlanJson,
      retired: plan.retired,
      templates: Object.fromEntries(
        plan.content.steps.flatMap(({ templateId }) => {
          const template = templates.get(templateId);
          return template ? [[templateId, { name: template.name, channel: template.channel }]] : [];
        }),
      ),
      underWay: underWay.get(plan.id) ?? 0,
      versions: [...(versions.get(plan.id) ?? [])],
    })),
  };
}

async function readPlan(scope: Scope, id: string): Promise<ChaserPlanView> {
  const plan = (await readPlans(scope)).items.find((one) => one.id === id);
  if (!plan) throw notFound('chaserPlan');
  return plan;
}

/** Makes a chaser plan. */
export async function createPlan(
  services: Services,
  scope: PersonScope,
  { content }: NewChaserPlan,
): Promise<ChaserPlanView> {
  const read = await readContent(scope, content);
  const id = services.newId();
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    await insertFirst(tx, 'chaser_plan', id);
    const version = { id, versionId: services.newId(), number: 1, content: read };
    await addVersion(tx, 'chaser_plan', version, { by: actor.id, atUtc });
    await audit('chaserPlan.made', 'chaserPlan', id, { name: read.name });
    tell({ kind: 'chaserPlan', id });
  });
  return readPlan(scope, id);
}

/** Writes a plan anew as its next version, which those under way go on by; retires it or puts it back. */
export async function changePlan(
  services: Services,
  scope: PersonScope,
  id: string,
  { version, content, retired }: ChangeChaserPlan,
): Promise<ChaserPlanView> {
  const plan = await findPlan(scope, id);
  if (!plan) throw notFound('chaserPlan');
  if (plan.number !== version) throw new DomainProblem('routineChanged', [{ code: 'nothingChanged' }]);
  const read = content && (await readContent(scope, content));
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    const next = { id, versionId: services.newId(), number: version + 1 };
    if (read) await addVersion(tx, 'chaser_plan', { ...next, content: read }, { by: actor.id, atUtc });
    if (retired !== undefined) await setRetired(tx, 'chaser_plan', id, retired ? atUtc : null);
    await audit('chaserPlan.changed', 'chaserPlan', id, plainCopy({ content: read, retired }));
    tell({ kind: 'chaserPlan', id });
  });
  return readPlan(scope, id);
}

async function readContent(scope: PersonScope, json: ChaserPlanJson): Promise<ChaserPlanContent> {
  if (!daysInOrder(json))
    throw new DomainProblem('badRequest', [{ code: 'chaserDaysInOrder' }, { code: 'nothingSaved' }]);
  const known = new Set<string>((await startableTemplates(scope)).map(({ templateId }) => templateId));
  if (json.steps.some(({ templateId }) => !known.has(templateId)))
    throw new DomainProblem('badRequest', [{ code: 'chaserTemplateGone' }, { code: 'nothingSaved' }]);
  return { ...structuredClone(json), name: json.name.trim(), tellWhat: json.tellWhat.trim() };
}
