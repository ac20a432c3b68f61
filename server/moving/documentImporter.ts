import { safeFileName } from '../../core/mime/plan.ts';
import { placeByPath, referenceIndex } from '../../core/moving/referenceInPath.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId } from '../../core/model/ids.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { addressOfVersion, insertDocument, latestVersions } from '../matters/documents/documentQueries.ts';
import { wordsIn } from '../matters/documents/documentWords.ts';
import { bareName } from '../matters/documents/newDocument.ts';
import { referencesSeen } from '../matters/queries.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import { mediaTypeOf } from '../platform/files/mediaTypes.ts';
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

/** Files of a ZIP as documents: each goes to the matter whose reference its path holds. */
export function documentImporter({ blobs, newId, today, zip }: DocumentImport): Importer<Subject> {
  let index: ReadonlyMap<string, string> | undefined;
  return {
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

    async carryOut({ tx, scope, actor, tell }, planned) {
      const items: ImportItem[] = [];
      const subjects = planned.flatMap(({ subject }) => subject ?? []);
      const versions = await latestVersions(
        scope,
        subjects.map(({ matterId }) => matterId),
      );
      for (const { path, matterId, category } of subjects) {
        const bytes = await zip.read(path);
        if (!bytes || bytes.length === 0) continue;
        const fileName = safeFileName(path.split('/').at(-1) ?? path);
        const name = bareName(fileName);
        const place = addressOfVersion({ matterId, category, name });
        const version = (versions.get(place) ?? 0) + 1;
        versions.set(place, version);
        const mediaType = await mediaTypeOf(fileName, bytes);
        const document = {
          id: asId<DocumentId>(newId()),
          name,
          fileName,
          category,
          version,
          mediaType,
          sizeBytes: bytes.length,
          blob: await blobs.put(bytes),
          addedOn: today,
        };
        await insertDocument(tx, matterId, document, {
          words: await wordsIn(bytes, mediaType),
          addedBy: actor.id,
        });
        items.push({ kind: 'document', subjectId: document.id, action: 'made', revision: 1, before: null });
      }
      for (const id of new Set(subjects.map(({ matterId }) => matterId)))
        tell({ kind: 'matter', id, matterId: id });
      return items;
    },
  };
}
