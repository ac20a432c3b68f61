import type { ChangeDocument, DocumentItem } from '../../../contract/documents.ts';
import { changing } from '../../access/change.ts';
import { may } from '../../access/rights.ts';
import type { PersonScope, Scope } from '../../access/scope.ts';
import { isVisible } from '../../access/visibleQueries.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findMatter } from '../queries.ts';
import { findDocument, updateDocument } from './documentQueries.ts';
import type { DocumentRow } from './documentQueries.ts';
import { viewDocument } from './documentView.ts';

async function openDocument(scope: PersonScope, matterId: string, id: string): Promise<DocumentRow> {
  const found = await findDocument(scope, matterId, id);
  if (!found) throw notFound('document');
  return found;
}

/**
 * Renames, describes, moves or restricts a document, or takes it out of the bin. What was enclosed in a filed entry stays
 * with the entry, whatever becomes of the document.
 */
export async function changeDocument(
  services: Services,
  scope: PersonScope,
  matterId: string,
  id: string,
  change: ChangeDocument,
): Promise<DocumentItem> {
  const before = await openDocument(scope, matterId, id);
  const { name, category, line, addedOn, restricted, deleted, matterId: toId = matterId } = change;
  if (restricted !== undefined && !may(scope.actor, 'restrict'))
    throw new DomainProblem('notYours', [{ code: 'restrictingNotYours' }, { code: 'nothingChanged' }]);
  if (toId !== matterId && !(await isVisible(scope, toId))) throw notFound('matter');
  const placed = { name: name?.trim() ?? before.name, category: category ?? before.category };
  const isPlacedAnew =
    toId !== matterId ||
    placed.name !== before.name ||
    placed.category !== before.category ||
    deleted === false;
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    await updateDocument(tx, id, {
      name: name?.trim(),
      category,
      line,
      addedOn,
      restricted,
      ...(toId === matterId ? {} : { matterId: toId }),
      ...(deleted === false ? { deletedUtc: null } : {}),
      ...(isPlacedAnew ? { version: await versionThere(inside, toId, id, placed) } : {}),
    });
    const what =
      restricted === undefined ? 'document.changed' : restricted ? 'document.restricted' : 'document.allowed';
    await audit(what, 'matter', matterId, {
      documentId: id,
      ...(toId === matterId ? {} : { movedTo: toId }),
    });
    for (const one of new Set([matterId, toId])) tell({ kind: 'matter', id: one, matterId: one });
  });
  return viewDocument(await openDocument(scope, toId, id));
}

/** The next version of what is called so there; the first where nothing is. */
async function versionThere(
  scope: Scope,
  matterId: string,
  id: string,
  { name, category }: { readonly name: string; readonly category: string },
): Promise<number> {
  const matter = await findMatter(scope, matterId);
  const like = (matter?.documents ?? []).filter(
    (one) => one.id !== id && one.category === category && one.name.toLowerCase() === name.toLowerCase(),
  );
  return Math.max(0, ...like.map(({ version }) => version)) + 1;
}

/** Puts a document into the bin, out of which it can be taken again. */
export async function deleteDocument(
  services: Services,
  scope: PersonScope,
  matterId: string,
  id: string,
): Promise<void> {
  await openDocument(scope, matterId, id);
  await changing(services, scope, async ({ tx, audit, tell, atUtc }) => {
    await updateDocument(tx, id, { deletedUtc: atUtc });
    await audit('document.deleted', 'matter', matterId, { documentId: id });
    tell({ kind: 'matter', id: matterId, matterId });
  });
}
