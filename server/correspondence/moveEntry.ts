import type { Moved } from '../../contract/correspondence.ts';
import { isGeneralFile } from '../../core/model/generalFile.ts';
import type { StoredMatter } from '../matters/matter.ts';
import type { Services } from '../platform/services.ts';
import { movable, noteEntry, fileEntries } from './noteEntry.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import type { NewEntry } from './entry.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId } from '../../core/model/ids.ts';
import { wordsOf } from './wordsOf.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** A restricted matter is not named where others read. */
const placeInWords = ({ id, reference, title, restricted }: StoredMatter): string => {
  if (isGeneralFile(id)) return 'the general file';
  return restricted ? 'another matter' : `${reference}, ${title}`;
};

/**
 * Moves an entry to another matter. Nothing that was filed changes: the same bytes are filed there as a new entry, and a
 * note on the first matter says where to.
 */
export async function moveEntry(
  services: Services,
  scope: PersonScope,
  id: string,
  toMatterId: string,
): Promise<Moved> {
  const entry = await movable(scope, id);
  const to = await findMatter(scope, toMatterId);
  if (!to) throw notFound('matter');
  if (toMatterId === entry.matterId) throw new DomainProblem('badRequest', [{ code: 'filedThere' }]);
  const moved: NewEntry = {
    ...entry,
    id: asId<EntryId>(services.newId()),
    matterId: to.id,
    filedAtUtc: services.now(),
    messageId: null,
    about: { kind: 'movedFrom', entryId: entry.id, matterId: entry.matterId },
  };
  const whereTo = placeInWords(to);
  const note = await noteEntry(services, scope, {
    matterId: entry.matterId,
    category: 'Moved',
    subject: `“${entry.subject}” was moved to ${whereTo}`,
    text: `${scope.actor.name} moved it to ${whereTo}.`,
    occurredAtUtc: services.now(),
    about: { kind: 'movedTo', entryId: entry.id, matterId: to.id },
  });
  const { text } = await wordsOf(services, scope, entry);
  const filed = [{ entry: moved, text }, note];
  const standing = { entryId: entry.id, byEntryId: note.entry.id, kind: 'moved' } as const;
  await changing(services, scope, (change) => fileEntries(change, filed, standing));
  return { entryId: moved.id, matterId: to.id, reference: to.reference };
}
