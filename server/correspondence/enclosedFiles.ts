import type { EnclosedFiles } from '../../contract/correspondence.ts';
import type { Scope } from '../access/scope.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { filesOf, placeIn } from './filesOf.ts';
import { documentsByBlob, entriesThatEnclose, standingsOf } from './queries.ts';

/**
 * The files that went and came with a matter's messages, the latest first. The same bytes are one file, whatever they were
 * called, with every entry they came or went with.
 */
export async function enclosedFiles(scope: Scope, matterId: string): Promise<EnclosedFiles> {
  if (!(await isVisible(scope, matterId))) throw notFound('matter');
  const all = await entriesThatEnclose(scope, matterId);
  const standings = await standingsOf(
    scope,
    all.map(({ id }) => id),
  );
  const documents = await documentsByBlob(scope, matterId);
  const here = all.filter(({ id }) => standings.get(id)?.kind !== 'moved');
  return {
    items: filesOf(here, placeIn).map(({ blob, ...file }) => ({
      ...file,
      documentId: documents.get(blob) ?? null,
    })),
  };
}
