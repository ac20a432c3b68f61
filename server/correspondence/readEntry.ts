import type { Services } from '../platform/services.ts';
import { findPerson } from '../access/peopleQueries.ts';
import type { EntryDetail } from '../../contract/correspondence.ts';
import { visibleEntry } from './visibleEntry.ts';
import { wordsOf } from './wordsOf.ts';
import { entryWriter } from './entryView.ts';
import { deliveryReportsOf } from './deliveryReportQueries.ts';
import type { PersonScope } from '../access/scope.ts';
import { templateNameOf } from './queries.ts';

/** An entry in full. Its text is read from the exact bytes that were filed, each time: there is no second copy to differ. */
export async function readEntry(services: Services, scope: PersonScope, id: string): Promise<EntryDetail> {
  const { entry, matter } = await visibleEntry(scope, id);
  const { html, text, invitation } = await wordsOf(services, scope, entry);
  const author = entry.authorId === null ? undefined : await findPerson(scope, entry.authorId);
  const { from, to, cc, bcc } = entry.people;
  return {
    ...(await entryWriter(services, scope, [entry]))(entry),
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
    messageId: entry.messageId,
    templateName: await templateNameOf(scope, entry.templateVersionId),
    refusals: [...entry.refusals],
    deliveries: (await deliveryReportsOf(scope, [entry.id])).map(({ address, action, words, atUtc }) => ({
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
