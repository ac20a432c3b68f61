import type { TakenIn } from '../../contract/inTray.ts';
import { notFound } from '../http/httpProblem.ts';
import type { ReceivedFile } from '../http/receiveFiles.ts';
import { isMbox, readMbox } from '../platform/mail/mbox.ts';
import { receiveMail } from './receiveMail.ts';
import type { Office } from '../app/services.ts';
import { isVisible } from '../matters/queries.ts';
import type { Account } from '../access/peopleQueries.ts';

/** A message begins with a header line (RFC 5322 §2.2); anything else is no message, whatever its name says. */
const HEADER_LINE = /^[!-9;-~]{1,76}:[ \t]/;

/** Takes in messages that were dropped as files, `.eml` or mbox: on the in-tray, or on a matter, where they are filed. */
export async function takeInFiles(
  office: Office,
  person: Account,
  files: readonly ReceivedFile[],
  matterId?: string,
): Promise<TakenIn> {
  if (matterId !== undefined && !(await isVisible(office.db, matterId, person.id))) throw notFound('matter');
  const taken = { filed: 0, waiting: 0, known: 0, reports: 0, refused: [] as TakenIn['refused'] };
  for (const { name, bytes } of files) {
    const messages = isMbox(bytes) ? readMbox(bytes) : [bytes];
    for (const message of messages) {
      if (!HEADER_LINE.test(message.toString('latin1', 0, 200))) {
        taken.refused.push({ name, why: 'It is not a message: .eml and mbox files can be taken in.' });
        continue;
      }
      const { outcome } = await receiveMail(office, {
        bytes: message,
        source: 'file',
        deliveredTo: [],
        personId: person.id,
        ...(matterId === undefined ? {} : { matterId }),
      });
      taken[outcome === 'report' ? 'reports' : outcome] += 1;
    }
  }
  return taken;
}
