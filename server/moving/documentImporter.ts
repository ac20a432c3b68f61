import { safeFileName } from '../../core/mime/plan.ts';
import { placeByPath, referenceIndex } from '../../core/moving/referenceInPath.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId } from '../../core/model/ids.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { addressOfVersion, insertDocument, latestVersions } from '../matters/documents/documentQueries.ts';
import { wordsIn } from '../matters/documents/documentWords.ts';
import { bareName } from '../matters/documents/newDocument.ts';
import type { StoredDocument } from '../matters/matter.ts';
import { referencesSeen } from '../matters/queries.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import { mediaTypeOf } from '../platform/files/mediaTypes.ts';
import type { PersonActor } from '../access/actor.ts';
import type { Change } from '../access/change.ts';
import { FIRST_REVISION } from './import.ts';
import type { Importer, ImportItem, Planned } from './import.ts';
import type { ZipFiles } from './zipFile.ts';

interface Subject {
  readonly path: string;
  readonly matterId: string;
  /** The folder that the file lies in below its matter's. */
  readonly category: string;
}

interface DocumentImport {
  readonly blobs: BlobStore;
  readonly newId: () => string;
  readonly today: PlainDate;
  readonly zip: ZipFiles;
}

/** A file as it was unpacked and put away; undefined where it is empty or too large. */
type Read = Pick<StoredDocument, 'fileName' | 'mediaType' | 'sizeBytes' | 'blob'> & {
  readonly words: string;
};

/** Files are unpacked and read for their words, which takes its time: few in one go. */
const FILES_AT_ONCE = 20;

/** Files of a ZIP as documents: each goes to the matter whose reference its path holds. */
export function documentImporter(context: DocumentImport): Importer<Subject> {
  let index: ReadonlyMap<string, string> | undefined;
  let files: ReadonlyMap<string, Read | undefined> = new Map();
  return {
    atOnce: FILES_AT_ONCE,

    async prepare(scope, lines) {
      index ??= referenceIndex(await referencesSeen(scope));
      const read: [string, Read | undefined][] = [];
      for (const {
        cells: [path = ''],
      } of lines)
        if (placeByPath(path, index)) read.push([path, await readFile(context, path)]);
      files = new Map(read);
    },

    async plan(scope, lines) {
      index ??= referenceIndex(await referencesSeen(scope));
      const known = index;
      return lines.map(({ line, cells: [path = ''] }): Planned<Subject> => {
        const placed = placeByPath(path, known);
        if (!placed)
          return {
            line,
            outcome: 'fault',
            parties: 0,
            faults: [{ column: 0, why: { code: 'noReferenceIn' } }],
          };
        const subject = { path, matterId: placed.what, category: placed.folder.slice(0, 80) };
        return { line, outcome: 'make', parties: 0, faults: [], subject };
      });
    },

    carryOut: (change, planned) => carryOut(change, planned, files, context),
  };
}

async function readFile({ zip, blobs }: DocumentImport, path: string): Promise<Read | undefined> {
  const bytes = await zip.read(path);
  if (!bytes || bytes.length === 0) return undefined;
  const fileName = safeFileName(path.split('/').at(-1) ?? path);
  const mediaType = await mediaTypeOf(fileName, bytes);
  const [blob, words] = [await blobs.put(bytes), await wordsIn(bytes, mediaType)];
  return { fileName, mediaType, sizeBytes: bytes.length, blob, words };
}

async function carryOut(
  { tx, scope, actor, tell }: Change<PersonActor>,
  planned: readonly Planned<Subject>[],
  files: ReadonlyMap<string, Read | undefined>,
  { newId, today }: DocumentImport,
): Promise<readonly ImportItem[]> {
  const items: ImportItem[] = [];
  const subjects = planned.flatMap(({ subject }) => subject ?? []);
  const versions = await latestVersions(
    scope,
    subjects.map(({ matterId }) => matterId),
  );
  for (const { path, matterId, category } of subjects) {
    const file = files.get(path);
    if (!file) continue;
    const { words, ...stored } = file;
    const name = bareName(stored.fileName);
    const place = addressOfVersion({ matterId, category, name });
    const version = (versions.get(place) ?? 0) + 1;
    versions.set(place, version);
    const document = {
      ...stored,
      id: asId<DocumentId>(newId()),
      name,
      category,
      version,
      addedOn: today,
    };
    await insertDocument(tx, matterId, document, { words, addedBy: actor.id });
    items.push({
      kind: 'document',
      subjectId: document.id,
      action: 'made',
      revision: FIRST_REVISION,
      before: null,
    });
  }
  for (const id of new Set(subjects.map(({ matterId }) => matterId)))
    tell({ kind: 'matter', id, matterId: id });
  return items;
}
