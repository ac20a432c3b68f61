import type { NewEntry, EntryAbout, StoredEntry, Standing } from './entry.ts';
import type { Services } from '../platform/services.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { standingsOf } from './queries.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { insertStanding, insertEntry } from './fileQueries.ts';
import { touchMatter } from '../matters/changeQueries.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { visibleEntry } from './visibleEntry.ts';

/** An entry with all it says, for finding it. */
export interface ToFile {
  readonly entry: NewEntry;
  readonly text: string;
}

/** A note as it is filed: words of the practice’s own, sealed like every entry. */
export async function noteEntry(
  services: Pick<Services, 'blobs' | 'newId' | 'now'>,
  scope: PersonScope,
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
    id: asId<EntryId>(services.newId()),
    matterId: asId<MatterId>(note.matterId),
    direction: 'note',
    channel: 'note',
    occurredAtUtc: note.occurredAtUtc,
    filedAtUtc: services.now(),
    subject: note.subject,
    opening: note.text.replace(/\s+/g, ' ').slice(0, 180),
    category: note.category,
    people: { from: { name: scope.actor.name, address: scope.actor.email }, to: [], cc: [], bcc: [] },
    attachments: [],
    rawBlob: await services.blobs.put(bytes),
    rawBytes: bytes.length,
    internetMessageId: null,
    references: [],
    messageId: null,
    templateVersionId: null,
    authorId: scope.actor.id,
    refusals: [],
    cautionsOverridden: [],
    ...(note.about === undefined ? {} : { about: note.about }),
  };
  return { entry, text: note.text };
}

/** An entry that can still be moved or corrected; what was once is dealt with where it went. */
export async function movable(scope: PersonScope, id: string): Promise<StoredEntry> {
  const { entry } = await visibleEntry(scope, id);
  if ((await standingsOf(scope, [id])).has(id)) throw dealtWith();
  return entry;
}

const dealtWith = (): DomainProblem =>
  new DomainProblem('decidedMeanwhile', [{ code: 'movedOrCorrected' }, { code: 'nothingChanged' }]);

/** Files entries within a change, and says what has become of the one they speak of. Two at once: the second is refused. */
export async function fileEntries(
  { tx, scope, audit, tell }: Change,
  filed: readonly ToFile[],
  standing?: Standing,
): Promise<void> {
  if (standing && (await standingsOf(scope, [standing.entryId])).size > 0) throw dealtWith();
  for (const { entry, text } of filed) {
    await insertEntry(tx, entry, text);
    await touchMatter(tx, entry.matterId, entry.occurredAtUtc);
    await audit(`entry.${entry.about?.kind ?? 'noted'}`, 'matter', entry.matterId, { entryId: entry.id });
    tell({ kind: 'entry', id: entry.id, matterId: entry.matterId });
  }
  if (standing) await insertStanding(tx, standing);
}
