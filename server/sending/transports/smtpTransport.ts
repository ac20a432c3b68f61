import { Readable } from 'node:stream';
import type SMTPConnection from 'nodemailer/lib/smtp-connection';
import type { AttemptOutcome } from '../../../core/model/message.ts';
import { hostFor, hostKey } from '../../platform/mail/hostFor.ts';
import type { SmtpSettings } from '../../platform/config.ts';
import { certificateFault } from '../../platform/mail/certificateFault.ts';
import { describe, limitOf, logIn, openSession, step } from './smtpSession.ts';
import type { Attempt, Envelope, RecipientFailure, Transport } from './transport.ts';

/** Sends over one SMTP connection each, so that an attempt's end is never another message's. */
export function smtpTransport(
  hosts: () => Promise<readonly SmtpSettings[]>,
  authorities: () => Promise<readonly string[]> = () => Promise.resolve([]),
): Transport {
  return {
    async send(envelope, bytes, beforeData) {
      const settings = hostFor(await hosts(), envelope.from);
      await awaitTurn(settings);
      const progress: Progress = { dataBegun: false, left: { permanentFailures: [], transientFailures: [] } };
      const connection = openSession(settings, await authorities());
      try {
        await step(connection, (done) => {
          connection.connect(done);
        });
        if (settings.user !== undefined) await logIn(connection, settings);
        await handOver(connection, envelope, bytes, beforeData, progress);
        return { outcome: { kind: 'accepted' }, ...progress.left, ...learnt(connection, settings) };
      } catch (error) {
        return {
          outcome: outcomeOf(error, progress.dataBegun),
          permanentFailures: [],
          ...learnt(connection, settings),
        };
      } finally {
        connection.quit();
        connection.close();
      }
    },
  };
}

/** What the host said it takes, with which host it was. */
function learnt(connection: SMTPConnection, settings: SmtpSettings): Pick<Attempt, 'hostLimit'> {
  const bytes = limitOf(connection);
  return bytes === undefined ? {} : { hostLimit: { host: hostKey(settings), bytes } };
}

interface Progress {
  dataBegun: boolean;
  left: Pick<Attempt, 'permanentFailures' | 'transientFailures'>;
}

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
  envelope: Envelope,
  bytes: Buffer,
  beforeData: () => Promise<void>,
  progress: Progress,
): Promise<void> {
  const stream = Readable.from(
    (async function* () {
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
