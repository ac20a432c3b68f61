import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { movable, noteEntry, fileEntries } from './noteEntry.ts';

/** Takes what was filed by mistake off a matter; a note says so where it was. */
export async function takeBack(office: Office, person: Account, id: string): Promise<void> {
  const entry = await movable(office, person, id);
  const note = await noteEntry(office, person, {
    matterId: entry.matterId,
    category: 'Moved',
    subject: `“${entry.subject}” was put back into the in-tray`,
    text: `${person.name} put it back into the in-tray: it had been filed here by mistake.`,
    occurredAtUtc: office.now(),
    about: { kind: 'movedTo', entryId: entry.id, matterId: '' },
  });
  await fileEntries(office, person, [note], { entryId: entry.id, byEntryId: note.entry.id, kind: 'moved' });
}
