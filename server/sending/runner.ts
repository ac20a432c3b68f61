import { afterAttempt, afterLostLease } from '../../core/model/message.ts';
import type { MessageState } from '../../core/model/message.ts';
import type { Services } from '../platform/services.ts';
import { listDue, listSending, nextDue } from './queries.ts';
import type { StoredMessage } from '../messages/message.ts';
import { MovedMeanwhile, advance } from './advance.ts';
import { recordSent } from './recordSent.ts';
import { tellFailed } from './tellFailed.ts';
import { whyNot } from './whyNot.ts';
import { learnHostLimit } from '../platform/mail/hostLimitQueries.ts';
import { ATTEMPT_LIMIT_MS } from './transports/transport.ts';
import type { Attempt, Transports } from './transports/transport.ts';
import type { Scope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import { inTransaction } from '../platform/database/transaction.ts';

/** Messages on their way at once, and so the most connections open: hosts commonly allow ten. */
const AT_ONCE = 4;
/** Of these, the most that are of rounds: a message that a person sent by itself never waits for a round. */
const OF_ROUNDS_AT_ONCE = 3;
const LEASE_MS = 2 * ATTEMPT_LIMIT_MS;
/** Sleeps no longer than this, so that a clock that was set forward is noticed. */
const LONGEST_SLEEP_MS = 30_000;
/** After a fault of our own (a full disk, say): wait, rather than ask it again and again. */
const FAULT_SLEEP_MS = 5_000;

/** Moves messages on when their time has come. One runner for each data folder. */
export interface Runner {
  readonly wake: () => void;
  /** Waits for what is under way. */
  readonly stop: () => Promise<void>;
}

/**
 * Starts the runner. What another process was sending when it ended is settled first: nobody else can own this data
 * folder, so its leases are lost, whatever their expiry says.
 */
// eslint-disable-next-line max-lines-per-function -- one loop over what it holds: whatever is taken out would be handed all of it
export async function startRunner(services: Services, transports: Transports): Promise<Runner> {
  const owner = services.newId();
  const scope = unscoped(services.db, 'runner');
  for (const message of await listSending(scope)) await settleLost(services, scope, message);

  const underWay = new Map<string, { readonly run: Promise<void>; readonly ofRound: boolean }>();
  let timer: NodeJS.Timeout | undefined;
  let looking: Promise<void> | undefined;
  let again = false;
  let stopped = false;

  const sleep = (ms: number): void => {
    clearTimeout(timer);
    if (!stopped) timer = setTimeout(wake, ms);
  };

  const rest = (error: unknown): void => {
    services.log.error({ err: error }, 'the runner met a fault and will try again');
    sleep(FAULT_SLEEP_MS);
  };

  /** Moves one on, beside the others: a slow host keeps nobody else waiting. */
  const begin = (message: StoredMessage): void => {
    const run = moveOn(services, scope, transports, owner, message)
      .catch((error: unknown) => (error instanceof MovedMeanwhile ? undefined : error))
      .then((fault) => {
        underWay.delete(message.id);
        if (fault === undefined) wake();
        else rest(fault);
      });
    underWay.set(message.id, { run, ofRound: message.roundId !== undefined });
  };

  const look = async (): Promise<void> => {
    for (const of of ['singles', 'rounds'] as const) {
      const ofThese = [...underWay.values()].filter(({ ofRound }) => ofRound === (of === 'rounds')).length;
      const free = Math.min(AT_ONCE - underWay.size, of === 'rounds' ? OF_ROUNDS_AT_ONCE - ofThese : AT_ONCE);
      if (free <= 0) continue;
      const due = await listDue(scope, services.now(), ofThese + free, of);
      for (const message of due.filter(({ id }) => !underWay.has(id)).slice(0, free)) begin(message);
    }
    // While something is under way its end wakes the runner; otherwise it sleeps until something is due.
    if (underWay.size > 0) sleep(LONGEST_SLEEP_MS);
    else {
      const next = await nextDue(scope);
      sleep(Math.min(LONGEST_SLEEP_MS, Math.max(0, (next ?? Infinity) - services.now())));
    }
  };

  const wake = (): void => {
    again = true;
    if (looking || stopped) return;
    looking = (async () => {
      try {
        while (again && !stopped) {
          again = false;
          await look();
        }
      } catch (error) {
        rest(error);
      } finally {
        looking = undefined;
      }
    })();
  };

  wake();
  return {
    wake,
    async stop() {
      stopped = true;
      clearTimeout(timer);
      await looking;
      await Promise.all([...underWay.values()].map(({ run }) => run));
      for (const { close } of Object.values(transports)) close?.();
    },
  };
}

async function moveOn(
  services: Services,
  scope: Scope,
  transports: Transports,
  owner: string,
  message: StoredMessage,
): Promise<void> {
  const { state } = message;
  switch (state.kind) {
    case 'held':
      return attempt(services, scope, transports, owner, message, 1);
    case 'queued':
    case 'deferred':
      return attempt(services, scope, transports, owner, message, state.attempts + 1);
    case 'sending':
      return settleLost(services, scope, message);
    case 'draft':
    case 'sent':
    case 'failed':
    case 'may-have-gone':
      throw new Error(`a message that is ${state.kind} is never due`);
    default:
      return state satisfies never;
  }
}

async function settleLost(services: Services, scope: Scope, message: StoredMessage): Promise<void> {
  if (message.state.kind !== 'sending') return;
  await advance(services, scope, message, { to: afterLostLease(message.state, services.now()) });
}

async function attempt(
  services: Services,
  scope: Scope,
  transports: Transports,
  owner: string,
  message: StoredMessage,
  attempts: number,
): Promise<void> {
  const { frozen } = message;
  if (!frozen) throw new Error(`message ${message.id} is queued without having been frozen`);
  const bytes = await services.blobs.get(frozen.blob).catch((error: unknown) => error);
  const lease = (dataBegun: boolean): MessageState => ({
    kind: 'sending',
    attempts,
    owner,
    leaseUntilUtc: services.now() + LEASE_MS,
    dataBegun,
  });
  let claimed = await advance(services, scope, message, {
    to: lease(false),
    ...(message.state.kind === 'held' ? { through: { kind: 'queued', attempts: 0 } } : {}),
  });
  const because = await whyNot(services, scope, message);
  if (because) {
    await advance(services, scope, claimed, {
      to: { kind: 'failed', attempts, reply: '', because },
      along: (change) => tellFailed(change, message, ''),
    });
    return;
  }
  if (!Buffer.isBuffer(bytes)) {
    // Bytes that can no longer be vouched for are not sent; a person sees why and makes them anew.
    await advance(services, scope, claimed, {
      to: {
        kind: 'failed',
        attempts,
        reply: '',
        because: [{ code: 'frozenBroken' }, { code: 'nothingSent' }],
      },
    });
    return;
  }
  const envelope = {
    from: frozen.envelopeFrom,
    to: frozen.envelopeTo,
    reference: frozen.internetMessageId,
    subject: frozen.subject,
  };
  const result = await transports[message.channel].send(envelope, bytes, async () => {
    claimed = await advance(services, scope, claimed, { to: lease(true) });
  });
  await recordAttempt(services, scope, claimed, result, attempts);
}

async function recordAttempt(
  services: Services,
  scope: Scope,
  message: StoredMessage,
  { outcome, permanentFailures, transientFailures = [], hostLimit }: Attempt,
  attempts: number,
): Promise<void> {
  services.log.info({ messageId: message.id, outcome: outcome.kind, attempts }, 'attempt');
  if (hostLimit) await inTransaction(services.db, (tx) => learnHostLimit(tx, hostLimit));
  if (outcome.kind === 'accepted')
    return recordSent(services, scope, message, {
      permanentFailures,
      transientFailures,
    });
  const to = afterAttempt(outcome, attempts, services.now(), services.config.retryScale);
  await advance(services, scope, message, {
    to,
    ...(to.kind === 'failed' ? { along: (change) => tellFailed(change, message, to.reply) } : {}),
  });
}
