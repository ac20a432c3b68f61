import type { EnclosedFiles } from '../../contract/correspondence.ts';
import type { Scope } from '../access/scope.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { StoredEntry } from './entry.ts';
import { documentsByBlob, entriesThatEnclose, standingsOf } from './queries.ts';

type Item = EnclosedFiles['items'][number];

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
  const files = new Map<string, Item>();
  for (const entry of all.filter(({ id }) => standings.get(id)?.kind !== 'moved'))
    entry.attachments.forEach(({ name, mediaType, sizeBytes, blob }, index) => {
      const known = files.get(blob) ?? {
        name,
        mediaType,
        sizeBytes,
        documentId: documents.get(blob) ?? null,
        entries: [],
      };
      known.entries.push(withEntry(entry, index));
      files.set(blob, known);
    });
  return { items: [...files.values()] };
}

function withEntry(
  { id, direction, occurredAtUtc, subject }: StoredEntry,
  index: number,
): Item['entries'][number] {
  return { entryId: id, index, direction, occurredAtUtc, subject };
}
