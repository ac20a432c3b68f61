import type { DocumentComparison } from '../../../contract/documents.ts';
import type { Scope } from '../../access/scope.ts';
import { compareWords } from '../../platform/files/compareWords.ts';
import { notFound } from '../../platform/problems/problem.ts';
import { documentWords, findDocument } from './documentQueries.ts';

/** How a document's words differ from those of the version before it. Pictures and scans have none, and differ in nothing, nor does a first version. */
export async function compareDocument(
  scope: Scope,
  matterId: string,
  id: string,
): Promise<DocumentComparison> {
  const found = await findDocument(scope, matterId, id);
  if (!found) throw notFound('document');
  if (found.before === null) return { parts: [] };
  const [before, now] = [await documentWords(scope, found.before), await documentWords(scope, id)];
  return { parts: before === '' || now === '' ? [] : compareWords(before, now) };
}
