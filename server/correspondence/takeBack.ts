import type { PersonActor } from '../access/actor.ts';
import type { Change } from '../access/change.ts';
import type { Services } from '../platform/services.ts';
import { fileEntries, movable, noteEntry } from './noteEntry.ts';

/** Takes what was filed by mistake off a matter, within a change; a note says so where it was. */
export async function takeBack(
  services: Pick<Services, 'blobs' | 'newId' | 'now'>,
  change: Change<PersonActor>,
  id: string,
): Promise<void> {
  const { scope } = change;
  const entry = await movable(scope, id);
  const note = await noteEntry(services, scope, {
    matterId: entry.matterId,
    category: 'Moved',
    subject: `“${entry.subject}” was put back into the in-tray`,
    text: `${scope.actor.name} put it back into the in-tray: it had been filed here by mistake.`,
    occurredAtUtc: change.atUtc,
    about: { kind: 'movedTo', entryId: entry.id, matterId: '' },
  });
  await fileEntries(change, [note], { entryId: entry.id, byEntryId: note.entry.id, kind: 'moved' });
}
