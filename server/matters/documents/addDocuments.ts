import type { AddedDocuments } from '../../../contract/documents.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { mediaTypeOf } from '../../platform/files/mediaTypes.ts';
import type { ReceivedFile } from '../../platform/files/receivedFile.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import type { StoredDocument } from '../matter.ts';
import { findMatter } from '../queries.ts';
import { findDocument, findDocuments, insertDocument } from './documentQueries.ts';
import { viewDocument } from './documentView.ts';
import { wordsIn } from './documentWords.ts';
import { documentFrom } from './newDocument.ts';

interface Put {
  readonly category?: string | undefined;
  readonly line?: string | undefined;
  readonly versionOf?: string | undefined;
}

/**
 * Puts files on a matter as documents, all of them or none. One that is called like another of its category is its next
 * version.
 */
export async function addDocuments(
  services: Services,
  scope: PersonScope,
  matterId: string,
  files: readonly ReceivedFile[],
  { category = '', line = '', versionOf }: Put,
): Promise<AddedDocuments> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  if (files.length === 0) throw new DomainProblem('badFile', [{ code: 'fileExpected' }]);
  const settings = await readSettings(scope);
  const earlier = versionOf === undefined ? undefined : await findDocument(scope, matterId, versionOf);
  if (versionOf !== undefined && !earlier) throw notFound('document');
  const made: { document: StoredDocument; words: string }[] = [];
  for (const { name, read } of files) {
    const bytes = await read();
    if (bytes.length === 0)
      throw new DomainProblem('badFile', [{ code: 'fileEmpty', name }, { code: 'nothingSaved' }]);
    const fileName = safeFileName(name);
    const mediaType = await mediaTypeOf(fileName, bytes);
    const file = {
      fileName,
      category: earlier?.category ?? category,
      mediaType,
      sizeBytes: bytes.length,
      blob: await services.blobs.put(bytes),
    };
    const besides = made.map(({ document }) => document);
    made.push({
      document: documentFrom(services, { matter, settings }, file, besides, earlier?.name),
      words: await wordsIn(bytes, mediaType),
    });
  }
  await changing(services, scope, async ({ tx, audit, tell }) => {
    for (const { document, words } of made)
      await insertDocument(tx, matterId, document, { line, words, addedBy: scope.actor.id });
    await audit('document.added', 'matter', matterId, {
      documentIds: made.map(({ document }) => document.id),
    });
    tell({ kind: 'matter', id: matterId, matterId });
  });
  const ids = made.map(({ document }) => document.id as string);
  const rows = await findDocuments(scope, ids);
  return {
    items: ids.flatMap((id) => rows.filter((row) => row.id === id).map(viewDocument)),
  };
}
