import { Readable } from 'node:stream';
import type SMTPConnection from 'nodemailer/lib/smtp-connection';
import type { AttemptOutcome } from '../../../core/model/message.ts';
import { hostFor, hostKey } from '../../platform/mail/hostFor.ts';
import type { SmtpSettings } from '../../platform/config.ts';
import { certificateFault } from '../../platform/mail/certificateFault.ts';
import { describe, limitOf, step } from './smtpSession.ts';
import { smtpSessions } from './smtpSessions.ts';
import type { Session, Sessions } from './smtpSessions.ts';
import type { Attempt, Envelope, RecipientFailure, Transport } from './transport.ts';

/**
 * Sends by SMTP, one message after another over a connection while there are some: opening one costs more than the
 * message. Only a conversation whose message was taken carries another, so that an attempt's end is never another message's.
 */
export function smtpTransport(
  hosts: () => Promise<readonly SmtpSettings[]>,
  authorities: () => Promise<readonly string[]> = () => Promise.resolve([]),
): Transport {
  const sessions = smtpSessions();
  return {
    async send(envelope, bytes, beforeData) {
      const settings = hostFor(await hosts(), envelope.from);
      await awaitTurn(settings);
      const trusted = await authorities();
      const over = (how: { readonly fresh: boolean }): Promise<Attempt | 'ended before'> =>
        attemptOver(sessions, settings, () => sessions.take(settings, trusted, how), {
          envelope,
          bytes,
          beforeData,
        });
      const first = await over({ fresh: false });
      const attempt = first === 'ended before' ? await over({ fresh: true }) : first;
      if (attempt === 'ended before') throw new Error('a fresh conversation has none before it');
      return attempt;
    },
    close() {
      sessions.close();
    },
  };
}

interface Parcel {
  readonly envelope: Envelope;
  readonly bytes: Buffer;
  readonly beforeData: () => Promise<void>;
}

/** One attempt over one conversation; `ended before` where its host had ended a kept one, and so has heard nothing of this. */
async function attemptOver(
  sessions: Sessions,
  settings: SmtpSettings,
  take: () => Promise<Session>,
  parcel: Parcel,
): Promise<Attempt | 'ended before'> {
  const progress: Progress = { asked: false, dataBegun: false, left: NOBODY_LEFT };
  let session: Session | undefined;
  try {
    session = await take();
    await handOver(session.connection, parcel, progress);
    const said = learnt(session.connection, settings);
    sessions.giveBack(session);
    return { outcome: { kind: 'accepted' }, ...progress.left, ...said };
  } catch (error) {
    const said = session ? learnt(session.connection, settings) : {};
    if (session) sessions.end(session);
    if (session?.reused === true && !progress.asked && hadEnded(error)) return 'ended before';
    return { outcome: outcomeOf(error, progress.dataBegun), permanentFailures: [], ...said };
  }
}

/** RFC 5321 §3.8: a host that ends a conversation answers 421 to whatever comes, or just closes. */
const hadEnded = (error: unknown): boolean => [undefined, 421].includes(describe(error).responseCode);

/** What the host said it takes, with which host it was. */
function learnt(connection: SMTPConnection, settings: SmtpSettings): Pick<Attempt, 'hostLimit'> {
  const bytes = limitOf(connection);
  return bytes === undefined ? {} : { hostLimit: { host: hostKey(settings), bytes } };
}

interface Progress {
  /** Whether it was told that data is about to go. */
  asked: boolean;
  dataBegun: boolean;
  left: Pick<Attempt, 'permanentFailures' | 'transientFailures'>;
}

const NOBODY_LEFT: Progress['left'] = { permanentFailures: [], transientFailures: [] };

const bareRefusal = ({ address, reply }: RecipientFailure): RecipientFailure => ({ address, reply });

interface Answer {
  readonly rejectedErrors?: readonly {
    readonly recipient?: string;
    readonly response?: string;
    readonly responseCode?: number;
    readonly message: string;
  }[];
}

async function handOver(
  connection: SMTPConnection,
  { envelope, bytes, beforeData }: Parcel,
  progress: Progress,
): Promise<void> {
  const stream = Readable.from(
    (async function* () {
      progress.asked = true;
      await beforeData();
      progress.dataBegun = true;
      yield bytes;
    })(),
    { objectMode: false },
  );
  const info = await step<Answer>(connection, (done) => {
    connection.send(
      { from: envelope.from, to: [...envelope.to] },
      stream,
      done as Parameters<SMTPConnection['send']>[2],
    );
  });
  const left = (info?.rejectedErrors ?? []).map(
    ({ recipient = '', responseCode = 500, response, message }) => ({
      address: recipient,
      reply: response ?? message,
      later: responseCode < 500,
    }),
  );
  progress.left = {
    permanentFailures: left.filter(({ later }) => !later).map(bareRefusal),
    transientFailures: left.filter(({ later }) => later).map(bareRefusal),
  };
}

const MINUTE_MS = 60_000;

/** Lets no more go to a host in a minute than it takes; whoever comes too soon waits for their turn. */
async function awaitTurn(settings: SmtpSettings): Promise<void> {
  const { perMinute } = settings;
  if (perMinute === undefined) return;
  const key = hostKey(settings);
  const now = Date.now();
  const turn = Math.max(now, nextTurns.get(key) ?? 0);
  nextTurns.set(key, turn + MINUTE_MS / perMinute);
  if (turn > now) await new Promise((done) => setTimeout(done, turn - now));
}

/** When each host takes the next: it counts what comes from here, whether messages or tests. */
const nextTurns = new Map<string, number>();

/** RFC 5321 §4.2.1: the first figure of a reply says whether another try can help. */
function outcomeOf(error: unknown, dataBegun: boolean): AttemptOutcome {
  const { responseCode, response, message } = describe(error);
  if (responseCode !== undefined && responseCode >= 500)
    return { kind: 'refused', reply: response ?? message };
  if (responseCode !== undefined && responseCode >= 400) return { kind: 'later', reply: response ?? message };
  if (dataBegun) return { kind: 'unknown' };
  const fault = certificateFault(error, message);
  return fault === undefined
    ? { kind: 'later', reply: message }
    : { kind: 'later', reply: '', because: [{ code: 'certificate', fault }] };
}
