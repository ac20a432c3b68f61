import { MAX_ENCLOSURES } from '../../../contract/messages.ts';
import type { Message } from '../../../contract/messages.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { StoredDocument } from '../../matters/matter.ts';
import { insertDocument } from '../../matters/documents/documentQueries.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { openDraft } from '../draftLayout.ts';
import type { DraftLayout } from '../draftLayout.ts';
import type { StoredEnclosure } from '../message.ts';
import { viewMessage } from '../messageView.ts';
import { updateDraft } from '../queries.ts';
import { isSame } from './enclosed.ts';

export async function draftOnDesk(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  id: string,
): Promise<DraftLayout> {
  const desk = await openDraft(services, scope, id);
  if (desk.message.state.kind !== 'draft')
    throw new DomainProblem('notADraft', [{ code: 'leftTheDesk' }, { code: 'recallToChange' }]);
  return desk;
}

/** Puts enclosures at the end; the same document, or the same bytes, are enclosed once. */
export function putIn(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
  added: readonly StoredEnclosure[],
  kept: readonly StoredDocument[] = [],
): Promise<Message> {
  const enclosures = [...desk.message.enclosures];
  for (const one of added) if (!enclosures.some((there) => isSame(there, one))) enclosures.push(one);
  return keepEnclosures(services, scope, desk, enclosures, kept);
}

export async function keepEnclosures(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
  enclosures: readonly StoredEnclosure[],
  kept: readonly StoredDocument[],
): Promise<Message> {
  if (enclosures.length > MAX_ENCLOSURES)
    throw new DomainProblem('tooLarge', [
      { code: 'tooManyEnclosures', most: MAX_ENCLOSURES },
      { code: 'nothingEnclosed' },
    ]);
  const { message, matter } = desk;
  const changed = { ...message, enclosures, updatedUtc: services.now() };
  await changing(services, scope, async (change) => {
    await keepDocuments(change, matter.id, kept);
    if (!(await updateDraft(change.tx, changed, message.revision))) throw new DomainProblem('draftChanged');
    await change.audit('message.changed', 'message', message.id, { parts: ['enclosures'] });
    change.tell({ kind: 'message', id: message.id, matterId: matter.id });
  });
  return viewMessage(services, scope, {
    ...desk,
    message: { ...changed, revision: message.revision + 1 },
    matter: { ...matter, documents: [...kept, ...matter.documents] },
  });
}

async function keepDocuments(
  { tx, audit, tell }: Change,
  matterId: string,
  documents: readonly StoredDocument[],
): Promise<void> {
  for (const document of documents) {
    await insertDocument(tx, matterId, document);
    await audit('document.added', 'matter', matterId, {
      documentId: document.id,
      category: document.category,
    });
  }
  if (documents.length > 0) tell({ kind: 'matter', id: matterId, matterId });
}
