import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { findEntry, insertEntry, standingsOf, insertStanding } from '../repositories/correspondence.ts';
import type { EntryAbout, NewEntry, StoredEntry } from '../repositories/correspondence.ts';
import { findMatter, touchMatter } from '../repositories/matters.ts';
import type { Account } from '../repositories/people.ts';
import { wordsOf } from './correspondence.ts';

/** An entry with all it says, for finding it. */
interface ToFile {
  readonly entry: NewEntry;
  readonly text: string;
}

/** A note as it is filed: words of the practice’s own, sealed like every entry. */
async function noteEntry(
  office: Office,
  person: Account,
  note: {
    readonly matterId: string;
    readonly category: string;
    readonly subject: string;
    readonly text: string;
    readonly occurredAtUtc: number;
    readonly about?: EntryAbout;
  },
): Promise<ToFile> {
  const bytes = Buffer.from(note.text, 'utf8');
  const entry: NewEntry = {
    id: asId<EntryId>(office.newId()),
    matterId: asId<MatterId>(note.matterId),
    direction: 'note',
    channel: 'note',
    occurredAtUtc: note.occurredAtUtc,
    filedAtUtc: office.now(),
    subject: note.subject,
    opening: note.text.replace(/\s+/g, ' ').slice(0, 180),
    category: note.category,
    people: { from: { name: person.name, address: person.email }, to: [], cc: [], bcc: [] },
    attachments: [],
    rawBlob: await office.blobs.put(bytes),
    rawBytes: bytes.length,
    internetMessageId: null,
    references: [],
    messageId: null,
    templateVersionId: null,
    authorId: person.id,
    refusals: [],
    cautionsOverridden: [],
    ...(note.about === undefined ? {} : { about: note.about }),
  };
  return { entry, text: note.text };
}

async function movable(office: Office, person: Account, id: string): Promise<StoredEntry> {
  const entry = await findEntry(office.db, id);
  const matter = entry && (await findMatter(office.db, entry.matterId, person.id));
  if (!entry || !matter) throw notFound('entry');
  if ((await standingsOf(office.db, [id])).has(id))
    throw new HttpProblem('decidedMeanwhile', 'It was moved or corrected already. Nothing was changed.');
  return entry;
}

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
  await keep(office, person, filed, { entryId: entry.id, byEntryId: note.entry.id, kind: 'moved' });
  return {};
}

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
  await keep(office, person, [note], { entryId: entry.id, byEntryId: note.entry.id, kind: 'moved' });
}

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
  await keep(
    office,
    person,
    [written],
    corrected && { entryId: corrected.id, byEntryId: written.entry.id, kind: 'corrected' },
  );
  return { id: written.entry.id };
}

async function keep(
  office: Office,
  person: Account,
  filed: readonly ToFile[],
  standing: Parameters<typeof insertStanding>[1] | undefined,
): Promise<void> {
  await office.db.transaction(async (tx) => {
    for (const { entry, text } of filed) {
      await insertEntry(tx, entry, text);
      await touchMatter(tx, entry.matterId, entry.occurredAtUtc);
      await insertAuditEvent(tx, {
        atUtc: office.now(),
        personId: person.id,
        what: `entry.${entry.about?.kind ?? 'noted'}`,
        subjectKind: 'matter',
        subjectId: entry.matterId,
        detail: { entryId: entry.id },
      });
    }
    if (standing) await insertStanding(tx, standing);
  });
  for (const { entry } of filed)
    office.changes.tell({ kind: 'entry', id: entry.id, matterId: entry.matterId });
}
