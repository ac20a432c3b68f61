import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { movable, noteEntry, fileEntries } from './noteEntry.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import type { NewEntry } from './entry.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId } from '../../core/model/ids.ts';
import { wordsOf } from './wordsOf.ts';

/**
 * Moves an entry to another matter. Nothing that was filed changes: the same bytes are filed there as a new entry, and a
 * note on the first matter says where to.
 */
export async function moveEntry(
  office: Office,
  person: Account,
  id: string,
  toMatterId: string,
): Promise<Record<string, never>> {
  const entry = await movable(office, person, id);
  const to = await findMatter(office.db, toMatterId, person.id);
  if (!to) throw notFound('matter');
  if (toMatterId === entry.matterId) throw new HttpProblem('badRequest', 'It is filed there already.');
  const moved: NewEntry = {
    ...entry,
    id: asId<EntryId>(office.newId()),
    matterId: to.id,
    filedAtUtc: office.now(),
    messageId: null,
    about: { kind: 'movedFrom', entryId: entry.id, matterId: entry.matterId },
  };
  const note = await noteEntry(office, person, {
    matterId: entry.matterId,
    category: 'Moved',
    subject: `“${entry.subject}” was moved to ${to.reference}`,
    text: `${person.name} moved it to ${to.reference}, ${to.title}.`,
    occurredAtUtc: office.now(),
    about: { kind: 'movedTo', entryId: entry.id, matterId: to.id },
  });
  const { text } = await wordsOf(office, entry);
  const filed = [{ entry: moved, text }, note];
  await fileEntries(office, person, filed, { entryId: entry.id, byEntryId: note.entry.id, kind: 'moved' });
  return {};
}
