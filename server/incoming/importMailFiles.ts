import type { TakenIn } from '../../contract/inTray.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';
import { isMbox, messagesOf } from '../platform/mail/mbox.ts';
import { receiveMail } from './receiveMail.ts';
import type { Services } from '../platform/services.ts';
import { isVisible } from '../access/visibleQueries.ts';
import type { PersonScope } from '../access/scope.ts';

/** A message begins with a header line (RFC 5322 §2.2); anything else is no message, whatever its name says. */
const HEADER_LINE = /^[!-9;-~]{1,76}:[ \t]/;

/** Whether bytes begin as a message does. */
export const isMailHeader = (bytes: Buffer): boolean => HEADER_LINE.test(bytes.toString('latin1', 0, 200));

/** Takes in messages that were dropped as files, `.eml` or mbox: on the in-tray, or on a matter, where they are filed. */
export async function takeInFiles(
  services: Services,
  scope: PersonScope,
  files: readonly ReceivedFile[],
  matterId?: string,
): Promise<TakenIn> {
  if (matterId !== undefined && !(await isVisible(scope, matterId))) throw notFound('matter');
  const taken = { filed: 0, waiting: 0, known: 0, reports: 0, refused: [] as TakenIn['refused'] };
  for (const { name, read } of files) {
    const bytes = await read();
    const messages = isMbox(bytes) ? await messagesOf(bytes) : [bytes];
    for (const message of messages) {
      if (!isMailHeader(message)) {
        taken.refused.push({ name, why: { code: 'notAMessage' } });
        continue;
      }
      const { outcome } = await receiveMail(services, scope, {
        bytes: message,
        source: 'file',
        deliveredTo: [],
        ...(matterId === undefined ? {} : { matterId }),
      });
      taken[outcome === 'report' ? 'reports' : outcome] += 1;
    }
  }
  return taken;
}
