import { Readable } from 'node:stream';
import SMTPConnection from 'nodemailer/lib/smtp-connection';
import type { AttemptOutcome } from '../../core/model/message.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { SmtpSettings } from '../config.ts';
import { ANSWER_TIMEOUT_MS } from './transport.ts';
import type { Envelope, Refusal, Transport } from './transport.ts';

const CONNECTION_TIMEOUT_MS = 20_000;

/** Sends over one SMTP connection each, so that an attempt's end is never another message's. */
export function smtpTransport(hosts: readonly SmtpSettings[]): Transport {
  const turns = turnKeeper();
  return {
    async send(envelope, bytes, beforeData) {
      const settings = hostFor(hosts, envelope.from);
      await turns(settings);
      const progress: Progress = { dataBegun: false, left: { refusals: [], putOff: [] } };
      const connection = open(settings);
      try {
        await step(connection, (done) => {
          connection.connect(done);
        });
        if (settings.user !== undefined) await logIn(connection, settings);
        await handOver(connection, envelope, bytes, beforeData, progress);
        return { outcome: { kind: 'accepted' }, ...progress.left, ...limitOf(connection) };
      } catch (error) {
        return { outcome: outcomeOf(error, progress.dataBegun), refusals: [], ...limitOf(connection) };
      } finally {
        connection.quit();
        connection.close();
      }
    },
  };
}

interface Progress {
  dataBegun: boolean;
  left: { readonly refusals: readonly Refusal[]; readonly putOff: readonly Refusal[] };
}

const open = (settings: SmtpSettings): SMTPConnection =>
  new SMTPConnection({
    host: settings.host,
    port: settings.port,
    secure: settings.security === 'implicit',
    // A host that was to be talked to under TLS is never talked to without.
    requireTLS: settings.security === 'starttls',
    ignoreTLS: settings.security === 'none',
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

const bareRefusal = ({ address, reply }: Refusal): Refusal => ({ address, reply });

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
    refusals: left.filter(({ later }) => !later).map(bareRefusal),
    putOff: left.filter(({ later }) => later).map(bareRefusal),
  };
}

/** Which host carries mail from an address: the one named for it or its domain, or else the first. */
export function hostFor(hosts: readonly SmtpSettings[], from: string): SmtpSettings {
  const key = addressKey(from);
  const domain = key.slice(key.lastIndexOf('@'));
  const [first] = hosts;
  const found =
    hosts.find(({ carries }) => carries.includes(key)) ??
    hosts.find(({ carries }) => carries.includes(domain));
  if (found) return found;
  if (!first) throw new Error('no mail host is set');
  return first;
}

const MINUTE_MS = 60_000;

/** Lets no more go to a host in a minute than it takes; whoever comes too soon waits for their turn. */
function turnKeeper(): (settings: SmtpSettings) => Promise<void> {
  const next = new Map<string, number>();
  return async ({ host, port, perMinute }) => {
    if (perMinute === undefined) return;
    const key = `${host}:${port}`;
    const now = Date.now();
    const turn = Math.max(now, next.get(key) ?? 0);
    next.set(key, turn + MINUTE_MS / perMinute);
    if (turn > now) await new Promise((done) => setTimeout(done, turn - now));
  };
}

/** The size that the host named in its EHLO (RFC 1870); the library keeps it to itself, and a test holds it to that. */
function limitOf(connection: SMTPConnection): { readonly hostLimitBytes?: number } {
  const { _maxAllowedSize: limit } = connection as unknown as { readonly _maxAllowedSize?: unknown };
  return typeof limit === 'number' && limit > 0 ? { hostLimitBytes: limit } : {};
}

/** A host whose certificate does not hold is not talked to; what is wrong with it is said as people would. */
const CERTIFICATES: Readonly<Record<string, string>> = {
  CERT_HAS_EXPIRED: 'the host’s certificate has run out',
  DEPTH_ZERO_SELF_SIGNED_CERT: 'the host signed its certificate itself, so that nobody vouches for it',
  SELF_SIGNED_CERT_IN_CHAIN: 'nobody that this machine knows vouches for the host’s certificate',
  UNABLE_TO_VERIFY_LEAF_SIGNATURE: 'nobody that this machine knows vouches for the host’s certificate',
  ERR_TLS_CERT_ALTNAME_INVALID: 'the host’s certificate is for another name',
};

/** RFC 5321 §4.2.1: the first figure of a reply says whether another try can help. */
function outcomeOf(error: unknown, dataBegun: boolean): AttemptOutcome {
  const { responseCode, response, message } = describe(error);
  if (responseCode !== undefined && responseCode >= 500)
    return { kind: 'refused', reply: response ?? message };
  if (responseCode !== undefined && responseCode >= 400) return { kind: 'later', reply: response ?? message };
  if (dataBegun) return { kind: 'unknown' };
  const known = certificateWords(error, message);
  return { kind: 'later', reply: known === undefined ? message : `Not handed over: ${known}.` };
}

function certificateWords(error: unknown, message: string): string | undefined {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  const found = Object.keys(CERTIFICATES).find((one) => code === one || message.includes(one));
  if (found !== undefined) return CERTIFICATES[found];
  if (/self-signed/i.test(message)) return CERTIFICATES['DEPTH_ZERO_SELF_SIGNED_CERT'];
  if (/altname|does not match certificate/i.test(message))
    return CERTIFICATES['ERR_TLS_CERT_ALTNAME_INVALID'];
  return /certificate has expired/i.test(message) ? CERTIFICATES['CERT_HAS_EXPIRED'] : undefined;
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
