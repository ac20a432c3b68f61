import { Readable } from 'node:stream';
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import type { AttemptOutcome } from '../../core/model/message.ts';
import type { SmtpSettings } from '../config.ts';
import { ANSWER_TIMEOUT_MS } from './transport.ts';
import type { Envelope, Transport } from './transport.ts';

const CONNECTION_TIMEOUT_MS = 20_000;

/** Sends over one SMTP connection each, so that an attempt's end is never another message's. */
export function smtpTransport(settings: SmtpSettings): Transport {
  return {
    async send(envelope, bytes, beforeData) {
      const progress: Progress = { dataBegun: false, refusals: [] };
      const connection = open(settings);
      try {
        await step(connection, (done) => {
          connection.connect(done);
        });
        if (settings.user !== undefined) await logIn(connection, settings);
        await handOver(connection, envelope, bytes, beforeData, progress);
        return { outcome: { kind: 'accepted' }, refusals: progress.refusals };
      } catch (error) {
        return { outcome: outcomeOf(error, progress.dataBegun), refusals: [] };
      } finally {
        connection.quit();
        connection.close();
      }
    },
  };
}

interface Progress {
  dataBegun: boolean;
  refusals: { address: string; reply: string }[];
}

const open = (settings: SmtpSettings): SMTPConnection =>
  new SMTPConnection({
    host: settings.host,
    port: settings.port,
    secure: settings.secure,
    connectionTimeout: CONNECTION_TIMEOUT_MS,
    greetingTimeout: CONNECTION_TIMEOUT_MS,
    socketTimeout: ANSWER_TIMEOUT_MS,
    logger: false,
  });

/** One step of the conversation; an error event ends it as well as its own answer. */
function step<T>(
  connection: SMTPConnection,
  run: (done: (error?: Error | null, result?: T) => void) => void,
): Promise<T | undefined> {
  return new Promise((resolve, reject) => {
    const stop = (): void => {
      connection.off('error', fail);
      connection.off('end', ended);
      // Whatever the socket says after this step has nobody left to hear it.
      connection.on('error', ignore);
    };
    const fail = (error: Error): void => {
      stop();
      reject(error);
    };
    const ended = (): void => {
      fail(new Error('the host closed the connection'));
    };
    connection.on('error', fail);
    connection.on('end', ended);
    run((error, result) => {
      stop();
      if (error) reject(error);
      else resolve(result);
    });
  });
}

const ignore = (): void => undefined;

const logIn = (connection: SMTPConnection, { user, password }: SmtpSettings): Promise<unknown> =>
  step(connection, (done) => {
    connection.login({ credentials: { user, pass: password } }, done);
  });

interface Answer {
  readonly rejectedErrors?: readonly {
    readonly recipient?: string;
    readonly response?: string;
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
  progress.refusals = (info?.rejectedErrors ?? []).map((refusal) => ({
    address: refusal.recipient ?? '',
    reply: refusal.response ?? refusal.message,
  }));
}

/** RFC 5321 §4.2.1: the first figure of a reply says whether another try can help. */
function outcomeOf(error: unknown, dataBegun: boolean): AttemptOutcome {
  const { responseCode, response, message } = describe(error);
  if (responseCode !== undefined && responseCode >= 500)
    return { kind: 'refused', reply: response ?? message };
  if (responseCode !== undefined && responseCode >= 400) return { kind: 'later', reply: response ?? message };
  return dataBegun ? { kind: 'unknown' } : { kind: 'later', reply: message };
}

function describe(error: unknown): { responseCode?: number; response?: string; message: string } {
  if (!(error instanceof Error)) return { message: String(error) };
  const { responseCode, response } = error as Error & { responseCode?: unknown; response?: unknown };
  return {
    ...(typeof responseCode === 'number' ? { responseCode } : {}),
    ...(typeof response === 'string' ? { response } : {}),
    message: error.message,
  };
}
