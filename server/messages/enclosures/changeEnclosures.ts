import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import { deskMessage } from '../layOut.ts';
import type { DeskMessage } from '../layOut.ts';
import { HttpProblem } from '../../http/httpProblem.ts';
import type { StoredEnclosure } from '../message.ts';
import type { StoredDocument } from '../../matters/queries.ts';
import { MAX_ENCLOSURES } from '../../../contract/messages.ts';
import type { Message } from '../../../contract/messages.ts';
import { updateDraft } from '../queries.ts';
import { viewMessage } from '../messageView.ts';
import type { Database } from '../../platform/database/openDatabase.ts';
import { insertDocument } from '../../matters/documentQueries.ts';
import { insertAuditEvent } from '../../access/auditQueries.ts';

export async function draftOnDesk(office: Office, person: Account, id: string): Promise<DeskMessage> {
  const desk = await deskMessage(office, person, id);
  if (desk.message.state.kind !== 'draft')
    throw new HttpProblem('notADraft', 'It has left the desk. Call it back to change it.');
  return desk;
}

/** Puts enclosures at the end; the same bytes are enclosed once. */
export function putIn(
  office: Office,
  person: Account,
  desk: DeskMessage,
  added: readonly StoredEnclosure[],
  kept: readonly StoredDocument[] = [],
): Promise<Message> {
  const there = new Set<string>(desk.message.enclosures.map(({ documentId }) => documentId));
  const fresh = added.filter(({ documentId }) => !there.has(documentId) && there.add(documentId));
  return keepEnclosures(office, person, desk, [...desk.message.enclosures, ...fresh], kept);
}

export async function keepEnclosures(
  office: Office,
  person: Account,
  desk: DeskMessage,
  enclosures: readonly StoredEnclosure[],
  kept: readonly StoredDocument[],
): Promise<Message> {
  if (enclosures.length > MAX_ENCLOSURES)
    throw new HttpProblem('tooLarge', `More than ${MAX_ENCLOSURES} enclosures. None was put in.`);
  const { message, matter } = desk;
  const changed = { ...message, enclosures, updatedUtc: office.now() };
  await office.db.transaction(async (tx) => {
    await keepDocuments(tx, matter.id, kept, person, office.now());
    if (!(await updateDraft(tx, changed, message.revision))) throw new HttpProblem('draftChanged');
  });
  office.changes.tell({ kind: 'message', id: message.id, matterId: matter.id });
  if (kept.length > 0) office.changes.tell({ kind: 'matter', id: matter.id, matterId: matter.id });
  const fresh = { ...changed, revision: message.revision + 1 };
  return viewMessage(office, person, {
    ...desk,
    message: fresh,
    matter: { ...matter, documents: [...kept, ...matter.documents] },
  });
}

async function keepDocuments(
  tx: Database,
  matterId: string,
  documents: readonly StoredDocument[],
  person: Account,
  atUtc: number,
): Promise<void> {
  for (const document of documents) {
    await insertDocument(tx, matterId, document);
    await insertAuditEvent(tx, {
      atUtc,
      personId: person.id,
      what: 'document.added',
      subjectKind: 'matter',
      subjectId: matterId,
      detail: { documentId: document.id, category: document.category },
    });
  }
}
