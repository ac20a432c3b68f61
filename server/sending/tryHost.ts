import type { MailHostTried } from '../../contract/sending.ts';
import type { SmtpSettings } from '../platform/config.ts';
import { certificateFault } from '../platform/mail/certificateFault.ts';
import { describe, limitOf, logIn, openSession, step } from './transports/smtpSession.ts';

/** Talks to a host as far as signing in, and says how that went; nothing is sent. */
export async function tryHost(
  settings: SmtpSettings,
  authorities: readonly string[],
): Promise<MailHostTried> {
  const connection = openSession(settings, authorities);
  const so = { reached: false, underTls: false, signedIn: false };
  try {
    await step(connection, (done) => {
      connection.connect(done);
    });
    so.reached = true;
    so.underTls = connection.secure;
    if (settings.user !== undefined) {
      await logIn(connection, settings);
      so.signedIn = true;
    }
    return {
      ...so,
      words: firstLine(connection.lastServerResponse),
      fault: null,
      limitBytes: limitOf(connection) ?? null,
    };
  } catch (error) {
    const { response, message } = describe(error);
    return {
      ...so,
      words: response ?? message,
      fault: certificateFault(error, message) ?? null,
      limitBytes: null,
    };
  } finally {
    connection.quit();
    connection.close();
  }
}

/** What a host said last, its first line, without the figures before it (RFC 5321 §4.2). */
const firstLine = (reply: string | false): string =>
  (reply || '')
    .split(/\r?\n/)[0]
    ?.replace(/^\d{3}[ -]?(?:\d\.\d+\.\d+ )?/, '')
    .trim() || 'Yes';
