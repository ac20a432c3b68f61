import { createServer } from 'node:net';
import type { MailLinesJson, MailLinesView } from '../../../contract/mailLines.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { readMailLines, writeMailLines } from '../../platform/mail/mailLineQueries.ts';
import { isCertificates } from '../../platform/mail/authorities.ts';
import { linesInUse } from '../../platform/mail/mailLines.ts';
import type { Services } from '../../platform/services.ts';
import { refuseOvertaken } from '../../platform/settings/revision.ts';
import { wrong } from '../../platform/settings/wrongSettings.ts';
import { mailboxSettings } from './mailboxSettings.ts';
import { readLines } from './readLines.ts';

/** Changes where mail comes in and texts and letters go out; what is read anew is read from where it was left. */
export async function changeLines(
  services: Services,
  scope: PersonScope,
  { revision, mailboxes, ...lines }: MailLinesJson,
): Promise<MailLinesView> {
  if (new Set(mailboxes.map(({ key }) => key)).size < mailboxes.length)
    throw wrong({ code: 'sameKey', of: 'mailboxes' });
  if (!isCertificates(lines.authorities)) throw wrong({ code: 'notACertificate' });
  await refuseTakenPort(services, scope, lines.filingPort);
  await changing(services, scope, async ({ tx, scope: inside, audit }) => {
    refuseOvertaken(revision, (await readLines(services, inside)).revision);
    const before = await readMailLines(inside);
    await writeMailLines(tx, {
      ...lines,
      mailboxes: mailboxes.map((one) => mailboxSettings(one, before.mailboxes)),
    });
    await audit('practice.mailLinesChanged', 'practice', 'practice');
  });
  services.renewLines();
  // What waits for a gateway or a printer that was set wrongly goes on at once.
  services.wakeRunner();
  return readLines(services, scope);
}

/** A port that something else has would take no mail: that is said before it is kept. */
async function refuseTakenPort(services: Services, scope: PersonScope, port: number | null): Promise<void> {
  if (port === null || port === (await linesInUse(services, scope)).filingPort) return;
  const free = await new Promise<boolean>((resolve) => {
    const tried = createServer();
    tried.once('error', () => {
      resolve(false);
    });
    tried.listen(port, services.config.host, () => {
      tried.close(() => {
        resolve(true);
      });
    });
  });
  if (!free) throw wrong({ code: 'portTaken', port });
}
