import type { Contact } from '../../../core/model/contact.ts';
import type { ChaseEnd, ChaseNext } from '../../../core/routines/index.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { unscoped } from '../../access/unscoped.ts';
import { findEntry } from '../../correspondence/queries.ts';
import type { EntryListItem } from '../../correspondence/entry.ts';
import { findContactsByAddress } from '../../directory/contactQueries.ts';
import { insertFollowUp } from '../../matters/followUpQueries.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import { findMatter } from '../../matters/queries.ts';
import { takeUp } from '../../messages/takeUp.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { findStartable } from '../../templates/compiled.ts';
import { versionNumber } from '../../templates/queries.ts';
import { makeUnasked, putLeaving, scopeOfWriter } from '../unasked.ts';
import type { Hindrance, StoredChase, StoredPlan } from './chase.ts';
import { chasesUnderWay, moveChase } from './chaseQueries.ts';
import { isAnswered } from './endChase.ts';
import { listPlans } from './keepPlan.ts';
import { nextStep } from './nextStep.ts';

/** A reminder says again what was said: that it went before is no reason against it. */
const IN_SPITE_OF = ['sentBefore'];

/**
 * Goes on with every chaser plan whose next step has come: ends those that were answered or whose matter has moved on, sends
 * what is due, or says what keeps it from going. Run again at any moment, it does nothing twice.
 */
export async function goOnChasing(services: Services): Promise<void> {
  const all = unscoped(services.db, 'unasked');
  const underWay = await chasesUnderWay(all);
  if (underWay.length === 0) return;
  const plans = new Map((await listPlans(all)).map((one) => [one.id, one]));
  for (const chase of underWay) {
    const plan = plans.get(chase.planId);
    if (plan) await goOnWith(services, chase, plan);
  }
}

async function goOnWith(services: Services, chase: StoredChase, plan: StoredPlan): Promise<void> {
  const scope = await scopeOfWriter(services, chase.personId);
  if (!scope) return hinder(services, chase, [{ code: 'writerGone', params: {} }]);
  const matter = await findMatter(scope, chase.matterId);
  const entry = await findEntry(scope, chase.entryId);
  if (!matter || !entry) return hinder(services, chase, [{ code: 'matterGone', params: {} }]);
  if (await isAnswered(scope, chase)) return end(services, scope, chase, 'answered');
  if (isOver(matter, plan)) return end(services, scope, chase, 'stage');
  const settings = await readSettings(scope);
  const { date: today } = zonedTime(settings.timeZone, services.now());
  const next = nextStep(chase, plan, settings);
  if (!next) return;
  if (next.does === 'end') return end(services, scope, chase, 'done');
  if (next.dueOn > today) return;
  if (next.does === 'tell')
    return tellWriter(services, scope, chase, `${plan.content.tellWhat}: ${entry.subject}`);
  await remind(services, scope, { chase, plan, matter, entry, next });
}

/** Whether the matter has gone past where the plan makes sense. */
export const isOver = ({ type, stage }: StoredMatter, { content }: StoredPlan): boolean =>
  content.endsAt.includes(stage) || type.stages.some(({ key, closes }) => key === stage && closes === true);

interface Reminding {
  readonly chase: StoredChase;
  readonly plan: StoredPlan;
  readonly matter: StoredMatter;
  readonly entry: EntryListItem;
  readonly next: Extract<ChaseNext, { readonly does: 'remind' }>;
}

async function remind(
  services: Services,
  scope: PersonScope,
  { chase, plan, matter, entry, next }: Reminding,
): Promise<void> {
  const step = plan.content.steps[next.step];
  const template = step && (await findStartable(scope, step.templateId));
  if (!template) return hinder(services, chase, [{ code: 'templateGone', params: {} }]);
  const { channel } = template;
  const { holdSeconds } = await readSettings(scope);
  // By mail it goes on in the conversation; otherwise to the people whom the message went to.
  const isReply = channel === 'email' && entry.channel === 'email';
  const takenUp = isReply ? await takeUp(services, scope, matter, { inReplyTo: entry.id }) : undefined;
  const made = await makeUnasked(
    services,
    scope,
    template,
    {
      matter,
      channel,
      answers: chase.answers,
      ...(takenUp ? { takenUp } : { chosen: await peopleOf(scope, matter, entry) }),
    },
    { holdSeconds, inSpiteOf: IN_SPITE_OF },
  );
  if (made.kind === 'hindered') return hinder(services, chase, made.why);
  const [first] = made.leaving;
  const usedVersion = first.message.templateVersionId ?? template.versionId;
  const went = {
    messageId: first.message.id,
    template: template.name,
    templateVersion: await versionNumber(scope, usedVersion),
    planVersion: plan.number,
    channel,
    atUtc: services.now(),
  };
  const left = await changing(services, scope, async (change) => {
    const to = { stepsDone: chase.stepsDone + 1, went: [...chase.went, went], hindered: null };
    // Somebody stopped it, or another run was quicker: then nothing goes.
    if (!(await moveChase(change.tx, chase, to))) {
      change.leaveAsIs();
      return false;
    }
    await putLeaving(change, made.leaving, 'chase');
    await change.audit('chase.reminded', 'matter', matter.id, { chaseId: chase.id, step: next.step });
    tellMatter(change, chase);
    return true;
  });
  if (left) services.wakeRunner();
}

/** The contacts behind those whom an entry went to; the matter's own are at hand. */
async function peopleOf(
  scope: PersonScope,
  { parties }: StoredMatter,
  { people }: EntryListItem,
): Promise<readonly Contact[]> {
  const addresses = people.to.map(({ address }) => address);
  const here = parties.map(({ contact }) => contact).filter((one) => hasAddress(one, addresses));
  const others = [...(await findContactsByAddress(scope, addresses)).values()];
  return [...new Map([...others, ...here].map((one) => [one.id, one])).values()];
}

const hasAddress = ({ addresses }: Contact, wanted: readonly string[]): boolean =>
  addresses.some(({ value }) => wanted.includes(value));

/** Its reminders went, and nothing came: whoever wrote sees to it. */
const tellWriter = (
  services: Services,
  scope: PersonScope,
  chase: StoredChase,
  what: string,
): Promise<void> =>
  changing(services, scope, async (change) => {
    const { tx, atUtc, audit } = change;
    if (!(await moveChase(tx, chase, { ended: { why: 'told', atUtc } }))) {
      change.leaveAsIs();
      return;
    }
    const { timeZone } = await readSettings(change.scope);
    await insertFollowUp(tx, {
      id: services.newId(),
      matterId: chase.matterId,
      what,
      dueOn: zonedTime(timeZone, atUtc).date,
      personId: chase.personId,
      messageId: null,
      madeUtc: atUtc,
    });
    await audit('chase.told', 'matter', chase.matterId, { chaseId: chase.id });
    tellMatter(change, chase);
  });

const end = (services: Services, scope: PersonScope, chase: StoredChase, why: ChaseEnd): Promise<void> =>
  changing(services, scope, async (change) => {
    const { tx, atUtc, audit } = change;
    if (await moveChase(tx, chase, { ended: { why, atUtc } })) {
      await audit('chase.ended', 'matter', chase.matterId, { chaseId: chase.id, why });
      tellMatter(change, chase);
    } else change.leaveAsIs();
  });

/** Says why the next step did not go, once for the same reason. */
async function hinder(services: Services, chase: StoredChase, why: readonly Hindrance[]): Promise<void> {
  if (JSON.stringify(chase.hindered) === JSON.stringify(why)) return;
  await changing(services, unscoped(services.db, 'unasked'), async (change) => {
    if (await moveChase(change.tx, chase, { hindered: why })) {
      await change.audit('chase.hindered', 'matter', chase.matterId, { chaseId: chase.id, why });
      tellMatter(change, chase);
    } else change.leaveAsIs();
  });
}

const tellMatter = ({ tell }: Change, { matterId }: StoredChase): void => {
  tell({ kind: 'matter', id: matterId, matterId });
};
