import type { Services } from '../platform/services.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { movable, noteEntry, fileEntries } from './noteEntry.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Files a note of a call, a meeting or anything else, or a correction of an entry, which stays as it is. */
export async function writeNote(
  services: Services,
  scope: PersonScope,
  matterId: string,
  note: {
    readonly category: string;
    readonly subject: string;
    readonly text: string;
    readonly occurredAtUtc?: number;
    readonly corrects?: string;
  },
): Promise<{ readonly id: string }> {
  if (!(await findMatter(scope, matterId))) throw notFound('matter');
  const corrected = note.corrects === undefined ? undefined : await movable(scope, note.corrects);
  if (corrected && corrected.matterId !== matterId) throw notFound('entry');
  const written = await noteEntry(services, scope, {
    matterId,
    category: corrected ? 'Correction' : note.category,
    subject: note.subject,
    text: note.text,
    occurredAtUtc: Math.min(note.occurredAtUtc ?? services.now(), services.now()),
    ...(corrected ? { about: { kind: 'corrects', entryId: corrected.id, matterId } } : {}),
  });
  await changing(services, scope, (change) =>
    fileEntries(
      change,
      [written],
      corrected && { entryId: corrected.id, byEntryId: written.entry.id, kind: 'corrected' },
    ),
  );
  return { id: written.entry.id };
}
