import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { FileIncoming, Filed } from '../../contract/inTray.ts';
import { found } from './visibleIncoming.ts';
import { slipsOf } from './correspondentQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readMail } from './readMail.ts';
import { fileIncoming } from './fileIncoming.ts';
import { asConflict } from './decide.ts';

/** Files a message on one matter or several. */
export async function fileOn(
  office: Office,
  person: Account,
  id: string,
  { matterIds }: FileIncoming,
): Promise<Filed> {
  const incoming = await found(office, id);
  const slips = await slipsOf(office.db, matterIds, person.id);
  if (slips.size !== matterIds.length) throw notFound('matter');
  const { text } = await readMail(await office.blobs.get(incoming.rawBlob), incoming.receivedAtUtc);
  const entryIds = await fileIncoming(office, incoming, text, matterIds, person.id).catch(asConflict);
  return {
    entries: entryIds.map((entryId, n) => ({
      entryId,
      matterId: matterIds[n] ?? '',
      reference: slips.get(matterIds[n] ?? '')?.reference ?? '',
    })),
  };
}
