import { afterAttempt, afterLostLease } from '../../core/model/message.ts';
import type { MessageState } from '../../core/model/message.ts';
import type { Office } from '../office.ts';
import { listDue, listSending, nextDue } from '../repositories/messages.ts';
import type { StoredMessage } from '../repositories/messages.ts';
import { MovedMeanwhile, advance } from './advance.ts';
import { recordSent } from './fileSent.ts';
import { ATTEMPT_LIMIT_MS } from './smtpTransport.ts';
import type { Attempt, Transport } from './smtpTransport.ts';

/** Messages looked at in one go, and so the most connections open at once: hosts commonly allow ten. */
const AT_ONCE = 4;
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
export async function startRunner(office: Office, transport: Transport): Promise<Runner> {
  const owner = office.newId();
  for (const message of await listSending(office.db)) await settleLost(office, message);

  let timer: NodeJS.Timeout | undefined;
  let working: Promise<void> | undefined;
  let again = false;
  let stopped = false;

  const work = async (): Promise<void> => {
    let sleepMs = FAULT_SLEEP_MS;
    try {
      do {
        again = false;
        await workOff(office, transport, owner);
      } while (again);
      const due = await nextDue(office.db);
      sleepMs = Math.min(LONGEST_SLEEP_MS, Math.max(0, (due ?? Infinity) - office.now()));
    } catch (error) {
      office.log.error({ err: error }, 'the runner met a fault and will try again');
    }
    working = undefined;
    if (!stopped) timer = setTimeout(wake, sleepMs);
  };

  const wake = (): void => {
    again = true;
    if (working || stopped) return;
    clearTimeout(timer);
    working = work();
  };

  wake();
  return {
    wake,
    async stop() {
      stopped = true;
      clearTimeout(timer);
      await working;
    },
  };
}

async function workOff(office: Office, transport: Transport, owner: string): Promise<void> {
  for (;;) {
    const due = await listDue(office.db, office.now(), AT_ONCE);
    if (due.length === 0) return;
    const results = await Promise.allSettled(due.map((message) => moveOn(office, transport, owner, message)));
    const fault = results.find((one) => one.status === 'rejected' && !(one.reason instanceof MovedMeanwhile));
    if (fault?.status === 'rejected') throw fault.reason;
  }
}

async function moveOn(
  office: Office,
  transport: Transport,
  owner: string,
  message: StoredMessage,
): Promise<void> {
  const { state } = message;
  switch (state.kind) {
    case 'held':
      await advance(office, message, { to: { kind: 'queued', attempts: 0 }, personId: null });
      return;
    case 'queued':
    case 'deferred':
      return attempt(office, transport, owner, message, state.attempts + 1);
    case 'sending':
      return settleLost(office, message);
    case 'draft':
    case 'sent':
    case 'failed':
    case 'may-have-gone':
      throw new Error(`a message that is ${state.kind} is never due`);
    default:
      return state satisfies never;
  }
}

async function settleLost(office: Office, message: StoredMessage): Promise<void> {
  if (message.state.kind !== 'sending') return;
  await advance(office, message, { to: afterLostLease(message.state, office.now()), personId: null });
}

async function attempt(
  office: Office,
  transport: Transport,
  owner: string,
  message: StoredMessage,
  attempts: number,
): Promise<void> {
  const { frozen } = message;
  if (!frozen) throw new Error(`message ${message.id} is queued without having been frozen`);
  const bytes = await office.blobs.get(frozen.blob).catch((error: unknown) => error);
  const lease = (dataBegun: boolean): MessageState => ({
    kind: 'sending',
    attempts,
    owner,
    leaseUntilUtc: office.now() + LEASE_MS,
    dataBegun,
  });
  let claimed = await advance(office, message, { to: lease(false), personId: null });
  if (!Buffer.isBuffer(bytes)) {
    // Bytes that can no longer be vouched for are not sent; a person sees why and makes them anew.
    await advance(office, claimed, {
      to: { kind: 'failed', attempts, reply: `Not sent: ${String(bytes)}` },
      personId: null,
    });
    return;
  }
  const envelope = { from: frozen.envelopeFrom, to: frozen.envelopeTo };
  const result = await transport.send(envelope, bytes, async () => {
    claimed = await advance(office, claimed, { to: lease(true), personId: null });
  });
  await recordAttempt(office, claimed, result, attempts);
}

async function recordAttempt(
  office: Office,
  message: StoredMessage,
  { outcome, refusals }: Attempt,
  attempts: number,
): Promise<void> {
  office.log.info({ messageId: message.id, outcome: outcome.kind, attempts }, 'attempt');
  if (outcome.kind === 'accepted') return recordSent(office, message, refusals);
  await advance(office, message, { to: afterAttempt(outcome, attempts, office.now()), personId: null });
}
