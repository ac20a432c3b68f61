import type { Office } from '../app/services.ts';
import { findPerson } from '../access/peopleQueries.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { EntryDetail } from '../../contract/correspondence.ts';
import { visibleEntry } from './visibleEntry.ts';
import { wordsOf } from './wordsOf.ts';
import { findVersion } from '../templates/queries.ts';
import { entryWriter } from './entryView.ts';
import { deliveryReportsOf } from './deliveryReportQueries.ts';

/** An entry in full. Its text is read from the exact bytes that were filed, each time: there is no second copy to differ. */
export async function readEntry(office: Office, person: Account, id: string): Promise<EntryDetail> {
  const { entry, matter } = await visibleEntry(office, person, id);
  const { html, text, invitation } = await wordsOf(office, entry);
  const author = entry.authorId === null ? undefined : await findPerson(office.db, entry.authorId);
  const template =
    entry.templateVersionId === null ? undefined : await findVersion(office.db, entry.templateVersionId);
  const { from, to, cc, bcc } = entry.people;
  return {
    ...(await entryWriter(office, [entry]))(entry),
    matterId: matter.id,
    matterReference: matter.reference,
    from,
    to: [...to],
    cc: [...cc],
    bcc: [...bcc],
    html,
    text,
    invitation,
    attachments: entry.attachments.map(({ name, mediaType, sizeBytes }, index) => ({
      index,
      name,
      mediaType,
      sizeBytes,
    })),
    sentBy: author?.name ?? null,
    templateName: template?.name ?? null,
    refusals: [...entry.refusals],
    deliveries: (await deliveryReportsOf(office.db, [entry.id])).map(({ address, action, words, atUtc }) => ({
      address,
      action,
      words,
      atUtc,
    })),
    cautionsOverridden: [...entry.cautionsOverridden],
    rawBytes: entry.rawBytes,
    seal: entry.seal,
  };
}
