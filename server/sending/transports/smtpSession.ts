import SMTPConnection from 'nodemailer/lib/smtp-connection';
import { trusting } from '../../platform/mail/authorities.ts';
import type { SmtpSettings } from '../../platform/config.ts';
import { ANSWER_TIMEOUT_MS } from './transport.ts';

const CONNECTION_TIMEOUT_MS = 20_000;

/** A conversation with a host, not begun yet. Beside the authorities known to Node.js, the practice may have its own. */
export function openSession(settings: SmtpSettings, authorities: readonly string[]): SMTPConnection {
  const connection = new SMTPConnection({
    host: settings.host,
    port: settings.port,
    secure: settings.security === 'implicit',
    // A host that was to be talked to under TLS is never talked to without.
    requireTLS: settings.security === 'starttls',
    ignoreTLS: settings.security === 'none',
    ...trusting(authorities),
    connectionTimeout: CONNECTION_TIMEOUT_MS,
    greetingTimeout: CONNECTION_TIMEOUT_MS,
    socketTimeout: ANSWER_TIMEOUT_MS,
    logger: false,
  });
  // What the socket says between two steps has nobody to hear it.
  connection.on('error', ignore);
  return connection;
}

/** One step of the conversation; an error event ends it as well as its own answer. */
export function step<T>(
  connection: SMTPConnection,
  run: (done: (error?: Error | null, result?: T) => void) => void,
): Promise<T | undefined> {
  return new Promise((resolve, reject) => {
    const stop = (): void => {
      connection.off('error', fail);
      connection.off('end', ended);
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

export const logIn = (connection: SMTPConnection, { user, password }: SmtpSettings): Promise<unknown> =>
  step(connection, (done) => {
    connection.login({ credentials: { user, pass: password } }, done);
  });

/** The size that the host named in its EHLO (RFC 1870); the library keeps it to itself, and a test holds it to that. */
export function limitOf(connection: SMTPConnection): number | undefined {
  const { _maxAllowedSize: limit } = connection as unknown as { readonly _maxAllowedSize?: unknown };
  return typeof limit === 'number' && limit > 0 ? limit : undefined;
}

export function describe(error: unknown): { responseCode?: number; response?: string; message: string } {
  if (!(error instanceof Error)) return { message: String(error) };
  const { responseCode, response } = error as Error & { responseCode?: unknown; response?: unknown };
  return {
    ...(typeof responseCode === 'number' ? { responseCode } : {}),
    ...(typeof response === 'string' ? { response } : {}),
    message: error.message,
  };
}
