import type { RoundView, SendRound } from '../../../contract/rounds.ts';
import type { Reason } from '../../../core/model/reason.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { leavingTime } from '../sendMessage.ts';
import { roundHere } from './roundHere.ts';
import { linesStanding } from './lineQueries.ts';
import { askedLines, ASKED, forgetAsked, orderLines, roundsLeftToHand } from './orderQueries.ts';
import type { RoundState, SendOrder, StoredRound } from './round.ts';
import { updateRound } from './roundQueries.ts';
import { wakeAndWait, wakeRound } from './roundWork.ts';
import { releasersOf, viewRound } from './viewRound.ts';

/** A round can be stopped whole for at least so long, however short the practice holds single messages. */
const ROUND_HOLD_SECONDS = 60;

const refuse = (why: Reason): never => {
  throw new DomainProblem('badRequest', [why, { code: 'nothingSent' }]);
};

/**
 * Lets the messages of a round leave that are ready, all of them or those that are named, now, at a time, or spread over
 * working hours. One that is larger than the practice lets a person send waits for a second one.
 */
export async function sendRound(
  services: Services,
  scope: PersonScope,
  id: string,
  { messageIds, sendAt, perMinute }: SendRound,
): Promise<RoundView> {
  const round = await roundHere(scope, id);
  if (round.state === 'paused') refuse({ code: 'roundOnItsWay' });
  // What was changed a moment ago is looked at first: only what is ready now goes.
  await wakeAndWait(services, id);
  const settings = await readSettings(scope);
  const ready = await linesStanding(scope, id, 'ready', { among: messageIds });
  if (ready.length === 0) refuse({ code: 'roundNothingToSend' });
  const times = { ...(sendAt === undefined ? {} : { sendAt }), ...(perMinute ? { perMinute } : {}) };
  const holdSeconds = Math.max(ROUND_HOLD_SECONDS, settings.holdSeconds);
  leavingTime({ ...times, holdSeconds }, services.now(), settings);
  const releasers = await releasersOf(scope, round.authorId);
  const mustAsk = settings.releaseAbove > 0 && ready.length > settings.releaseAbove && releasers.length > 0;
  if ((await roundsLeftToHand(scope, [id])).has(id)) refuse({ code: 'roundOnItsWay' });
  await changing(services, scope, async (change) => {
    const { tx, actor, atUtc, audit, tell } = change;
    if (mustAsk) {
      const asked = { byId: actor.id, atUtc, messages: ready.length, ...times };
      await orKeep(updateRound(tx, id, [round.state], { asked }));
      await orderLines(tx, ready, ASKED);
      await audit('round.releaseAsked', 'round', id, { messages: ready.length });
    } else await order(change, round, ready, holdSeconds, times, settings);
    tell({ kind: 'round', id });
  });
  void wakeRound(services, id);
  return viewRound(services, scope, id);
}

/** Releases what somebody else asked for. */
export async function releaseRound(services: Services, scope: PersonScope, id: string): Promise<RoundView> {
  const round = await roundHere(scope, id);
  const { asked } = round;
  if (!asked) return refuse({ code: 'roundNotAsked' });
  if (asked.byId === scope.actor.id || round.authorId === scope.actor.id)
    refuse({ code: 'roundNeedsAnother', name: scope.actor.name });
  await wakeAndWait(services, id);
  const settings = await readSettings(scope);
  const holdSeconds = Math.max(ROUND_HOLD_SECONDS, settings.holdSeconds);
  const { sendAt, perMinute } = asked;
  // A time that has passed while it waited holds no longer: it leaves as soon as it may.
  const isPast = sendAt !== undefined && Date.parse(sendAt) <= services.now() + holdSeconds * 1000;
  const times = {
    ...(sendAt === undefined || isPast ? {} : { sendAt }),
    ...(perMinute === undefined ? {} : { perMinute }),
  };
  await changing(services, scope, async (change) => {
    const { tx, actor, atUtc, tell } = change;
    const ready = new Set(await linesStanding(change.scope, id, 'ready'));
    const waiting = (await askedLines(change.scope, id)).filter((line) => ready.has(line));
    await order(change, round, waiting, holdSeconds, times, settings);
    await forgetAsked(tx, id);
    await updateRound(tx, id, ['sending'], { asked: null, released: { byId: actor.id, atUtc } });
    tell({ kind: 'round', id });
  });
  void wakeRound(services, id);
  return viewRound(services, scope, id);
}

async function order(
  { tx, atUtc, audit }: Change,
  { id, state, sending, largest }: StoredRound,
  ids: readonly string[],
  holdSeconds: number,
  { sendAt, perMinute }: Pick<SendRound, 'sendAt' | 'perMinute'>,
  settings: Parameters<typeof leavingTime>[2],
): Promise<void> {
  const number = (sending?.number ?? 0) + 1;
  const fromUtc = leavingTime({ ...(sendAt === undefined ? {} : { sendAt }), holdSeconds }, atUtc, settings);
  await orKeep(
    updateRound(tx, id, [state], {
      state: 'sending',
      sending: { number, fromUtc, perMinute: perMinute ?? null, atUtc },
      largest: Math.max(largest, ids.length),
      problem: null,
    }),
  );
  await orderLines(tx, ids, number);
  await audit('round.sent', 'round', id, { messages: ids.length, sendAt, perMinute });
}

/** Somebody else was quicker. */
async function orKeep(updated: Promise<boolean>): Promise<void> {
  if (!(await updated)) throw new DomainProblem('decidedMeanwhile');
}

/** What a person can have of a round that is under way, and the states from which. */
const STEERED = {
  pause: { from: ['sending'], to: 'paused' },
  resume: { from: ['paused'], to: 'sending' },
  stop: { from: ['sending', 'paused'], to: 'stopped' },
} as const satisfies Record<string, { readonly from: readonly RoundState[]; readonly to: RoundState }>;

/**
 * Pauses a round, takes it up again, or stops it. What nobody else can have yet comes back to its draft; taken up again it
 * is checked and made anew, since what it says of the hour goes with it.
 */
export async function steerRound(
  services: Services,
  scope: PersonScope,
  id: string,
  how: keyof typeof STEERED,
): Promise<RoundView> {
  const { from, to } = STEERED[how];
  const round = await roundHere(scope, id);
  const { holdSeconds } = await readSettings(scope);
  await changing(services, scope, async ({ tx, atUtc, audit, tell }) => {
    const { sending } = round;
    if (!sending) refuse({ code: 'roundNotUnderWay' });
    const anew = sending && how === 'resume' ? takenUp(sending, atUtc, holdSeconds) : sending;
    if (!(await updateRound(tx, id, from, { state: to, sending: anew, asked: null, problem: null })))
      refuse({ code: 'roundNotUnderWay' });
    await audit(`round.${how}`, 'round', id);
    tell({ kind: 'round', id });
  });
  void wakeRound(services, id);
  return viewRound(services, scope, id);
}

/** The same order as a new one: no sooner than a message can be called back. */
const takenUp = (sending: SendOrder, atUtc: number, holdSeconds: number): SendOrder => ({
  ...sending,
  number: sending.number + 1,
  fromUtc: Math.max(sending.fromUtc, atUtc + holdSeconds * 1000),
  atUtc,
});
