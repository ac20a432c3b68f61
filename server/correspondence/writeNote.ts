import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { movable, noteEntry, fileEntries } from './noteEntry.ts';

/** Files a note of a call, a meeting or anything else, or a correction of an entry, which stays as it is. */
export async function writeNote(
  office: Office,
  person: Account,
  matterId: string,
  note: {
    readonly category: string;
    readonly subject: string;
    readonly text: string;
    readonly occurredAtUtc?: number;
    readonly corrects?: string;
  },
): Promise<{ readonly id: string }> {
  if (!(await findMatter(office.db, matterId, person.id))) throw notFound('matter');
  const corrected = note.corrects === undefined ? undefined : await movable(office, person, note.corrects);
  if (corrected && corrected.matterId !== matterId) throw notFound('entry');
  const written = await noteEntry(office, person, {
    matterId,
    category: corrected ? 'Correction' : note.category,
    subject: note.subject,
    text: note.text,
    occurredAtUtc: Math.min(note.occurredAtUtc ?? office.now(), office.now()),
    ...(corrected ? { about: { kind: 'corrects', entryId: corrected.id, matterId } } : {}),
  });
  await fileEntries(
    office,
    person,
    [written],
    corrected && { entryId: corrected.id, byEntryId: written.entry.id, kind: 'corrected' },
  );
  return { id: written.entry.id };
}
