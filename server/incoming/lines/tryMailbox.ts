import type { MailboxJson, MailboxTried } from '../../../contract/mailLines.ts';
import type { PersonScope } from '../../access/scope.ts';
import { authoritiesInUse } from '../../platform/mail/authorities.ts';
import { certificateFault } from '../../platform/mail/certificateFault.ts';
import { readMailLines } from '../../platform/mail/mailLineQueries.ts';
import type { Services } from '../../platform/services.ts';
import { connectionTo, hostWords } from '../mailboxReader.ts';
import { mailboxSettings } from './mailboxSettings.ts';

/** Looks into a mailbox as it stands on the screen, kept or not; nothing in it is read, marked or moved. */
export async function tryMailbox(
  services: Services,
  scope: PersonScope,
  json: MailboxJson,
): Promise<MailboxTried> {
  const settings = mailboxSettings(json, (await readMailLines(scope)).mailboxes);
  const connection = connectionTo(settings, await authoritiesInUse(services, scope));
  // A line that breaks is told by what was asked for over it.
  connection.on('error', () => undefined);
  const so = { reached: false, underTls: false, signedIn: false };
  try {
    await connection.connect();
    so.reached = true;
    so.signedIn = true;
    so.underTls = connection.secureConnection;
    const { exists } = await connection.mailboxOpen(settings.mailbox, { readOnly: true });
    return { ...so, words: '', fault: null, messages: exists };
  } catch (error) {
    const words = hostWords(error);
    return {
      ...so,
      reached: so.reached || connection.greeting !== undefined,
      underTls: connection.secureConnection,
      words,
      fault: certificateFault(error, words) ?? null,
      messages: null,
    };
  } finally {
    connection.close();
  }
}
