import type { NewEntry, EntryAbout, StoredEntry } from './entry.ts';
import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { findEntry, standingsOf } from './queries.ts';
import { findMatter } from '../matters/queries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { insertStanding, insertEntry } from './fileQueries.ts';
import { touchMatter } from '../matters/changeQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

/** An entry with all it says, for finding it. */
interface ToFile {
  readonly entry: NewEntry;
  readonly text: string;
}

/** A note as it is filed: words of the practice’s own, sealed like every entry. */
export async function noteEntry(
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

export async function movable(office: Office, person: Account, id: string): Promise<StoredEntry> {
  const entry = await findEntry(office.db, id);
  const matter = entry && (await findMatter(office.db, entry.matterId, person.id));
  if (!entry || !matter) throw notFound('entry');
  if ((await standingsOf(office.db, [id])).has(id))
    throw new HttpProblem('decidedMeanwhile', 'It was moved or corrected already. Nothing was changed.');
  return entry;
}

export async function fileEntries(
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
