import { recompose } from '../../core/compose/index.ts';
import type { WantedEnclosure } from '../../core/compose/index.ts';
import { findPerson } from '../access/peopleQueries.ts';
import type { PersonScope } from '../access/scope.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findStartable, versionOf } from '../templates/compiled.ts';
import { isSame } from './enclosures/enclosed.ts';
import { fetchWanted } from './enclosures/fetchWanted.ts';
import { gather } from './gather.ts';
import type { StoredEnclosure, StoredMessage } from './message.ts';
import { partsOf } from './draftOf.ts';
import { takeUp } from './takeUp.ts';

/**
 * A draft begun anew from another template of its channel. What was answered stays, and so does whoever was put in or
 * enclosed by hand; the wording is the new template's.
 */
export async function switchTemplate(
  services: Services,
  scope: PersonScope,
  message: StoredMessage,
  matter: StoredMatter,
  templateId: string,
): Promise<StoredMessage> {
  const template = await findStartable(scope, templateId);
  const writer = await findPerson(scope, message.authorId);
  if (!template || !writer) throw notFound('template');
  const { channel, program, versionId } = template;
  if (channel !== message.channel)
    throw new DomainProblem('templateUnavailable', [
      { code: 'otherChannel', name: template.name },
      { code: 'startFromShelf' },
    ]);
  const before = message.templateVersionId ? await versionOf(scope, message.templateVersionId) : undefined;
  const { to, cc, bcc } = message.recipients;
  const begun = message.sendOptions.takenUp;
  // An entry that was moved to another matter since is no longer there to be taken up; what was made of it stays.
  const takenUp =
    begun &&
    (await takeUp(services, scope, matter, {
      inReplyTo: begun.entryId,
      answer: begun.how,
      quoted: begun.quoted === true,
    }).catch((error: unknown) => {
      if (error instanceof DomainProblem && error.code === 'notFound') return undefined;
      throw error;
    }));
  const input = await gather(services, scope, {
    matter,
    writer,
    channel,
    program,
    recipients: [...to, ...cc, ...bcc],
    ...(takenUp ? { takenUp } : {}),
  });
  const composed = recompose(input, message, before?.content);
  const enclosed = await fetchWanted(services, scope, matter, composed.reader, composed.enclosures);
  const stays = message.enclosures.filter(
    (one) =>
      !composed.formerly.some((wanted) => isOf(one, wanted)) && !enclosed.some((other) => isSame(one, other)),
  );
  return {
    ...message,
    ...partsOf(composed),
    templateVersionId: versionId,
    enclosures: [...enclosed, ...stays],
  };
}

/** Whether an enclosure is what a template's rule had put in. */
function isOf(one: StoredEnclosure, wanted: WantedEnclosure): boolean {
  switch (one.kind) {
    case 'document':
      return wanted.kind === 'document' && wanted.documentId === one.documentId;
    case 'file':
      return wanted.kind === 'file' && wanted.fileId === one.fileId;
    case 'letter':
      return wanted.kind === 'letter' && wanted.templateId === one.templateId;
    case 'otherMatter':
      return (
        wanted.kind === 'ofPractice' && one.ofPractice === true && one.fileName.startsWith(`${wanted.name}.`)
      );
    case 'upload':
    case 'entry':
      return false;
    default:
      return one satisfies never;
  }
}
