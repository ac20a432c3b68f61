import type { EncloseOrder, Message } from '../../contract/messages.ts';
import { MAX_ENCLOSURES } from '../../contract/messages.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId } from '../../core/model/ids.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { ReceivedFile } from '../http/receiveFiles.ts';
import { mediaTypeOf } from '../importing/mediaTypes.ts';
import { filePdf, joinPdfs } from '../letters/filePdf.ts';
import type { MadePdf } from '../letters/filePdf.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import type { Database } from '../repositories/database.ts';
import { findEntry } from '../repositories/correspondence.ts';
import { insertDocument } from '../repositories/matters.ts';
import type { StoredDocument, StoredMatter } from '../repositories/matters.ts';
import { updateDraft } from '../repositories/messages.ts';
import type { StoredEnclosure } from '../repositories/messages.ts';
import type { Account } from '../repositories/people.ts';
import { deskMessage } from './desk.ts';
import type { DeskMessage } from './desk.ts';
import { madeId } from './enclosures.ts';
import { makeLetter } from './letters.ts';
import { viewMessage } from './messageView.ts';

/** Encloses files from outside: dropped, chosen or pasted. With a category they are kept on the matter as well. */
export async function encloseFiles(
  office: Office,
  person: Account,
  id: string,
  files: readonly ReceivedFile[],
  category: string | undefined,
): Promise<Message> {
  const desk = await draftOnDesk(office, person, id);
  const kept: StoredDocument[] = [];
  const made: StoredEnclosure[] = [];
  for (const { name, bytes } of files) {
    if (bytes.length === 0) throw new HttpProblem('badRequest', `“${name}” is empty. Nothing was enclosed.`);
    const fileName = safeFileName(name);
    const file = {
      fileName,
      mediaType: mediaTypeOf(fileName, bytes),
      sizeBytes: bytes.length,
      blob: await office.blobs.put(bytes),
    };
    if (category === undefined) made.push({ documentId: madeId('made', file.blob), category: '', ...file });
    else {
      const document = documentFrom(office, desk, { ...file, category }, kept);
      kept.push(document);
      made.push({ documentId: document.id, category, ...file });
    }
  }
  return putIn(office, person, desk, made, kept);
}

/** A new document of the matter; one that is called like another of its category is its next version. */
function documentFrom(
  office: Office,
  { matter, settings }: DeskMessage,
  file: Omit<StoredEnclosure, 'documentId'>,
  besides: readonly StoredDocument[],
): StoredDocument {
  const name = file.fileName.replace(/\.[^.]{1,8}$/, '');
  const like = [...matter.documents, ...besides].filter(
    (one) => one.name.toLowerCase() === name.toLowerCase() && one.category === file.category,
  );
  return {
    ...file,
    id: asId<DocumentId>(office.newId()),
    name,
    version: Math.max(0, ...like.map(({ version }) => version)) + 1,
    addedOn: zonedTime(settings.timeZone, office.now()).date,
  };
}

/** Encloses what is made or fetched at a word: an earlier attachment, a letter, a PDF of something, several as one. */
export async function encloseMade(
  office: Office,
  person: Account,
  id: string,
  order: EncloseOrder,
): Promise<Message> {
  const desk = await draftOnDesk(office, person, id);
  switch (order.kind) {
    case 'fromEntry':
      return putIn(office, person, desk, [await fromEntry(office, desk.matter, order)]);
    case 'letter':
      return putIn(office, person, desk, [await letterNow(office, desk, order.templateId)]);
    case 'asPdf':
      return inPlaceOf(office, person, desk, [order.documentId], await asPdf(office, desk, order.documentId));
    case 'join':
      return inPlaceOf(office, person, desk, order.documentIds, await join(office, desk, order));
    case 'keep':
      return keep(office, person, desk, order);
    default:
      return order satisfies never;
  }
}

type OrderOf<K extends EncloseOrder['kind']> = Extract<EncloseOrder, { readonly kind: K }>;

async function fromEntry(
  office: Office,
  matter: StoredMatter,
  { entryId, index }: OrderOf<'fromEntry'>,
): Promise<StoredEnclosure> {
  const entry = await findEntry(office.db, entryId);
  const attachment = entry?.matterId === matter.id ? entry.attachments[index] : undefined;
  if (!attachment) throw notFound('attachment on this matter');
  const { name, mediaType, sizeBytes, blob } = attachment;
  return { documentId: madeId('entry', blob), fileName: name, category: '', mediaType, sizeBytes, blob };
}

async function letterNow(
  office: Office,
  { reader }: DeskMessage,
  templateId: string,
): Promise<StoredEnclosure> {
  const template = await office.programs.find(office.db, templateId);
  const letter = template?.channel === 'letter' ? await makeLetter(office, templateId, reader) : undefined;
  if (!template || !letter) throw notFound('letter template');
  return made(`${template.name}.pdf`, letter.blob, letter.sizeBytes, letter.category);
}

const made = (name: string, blob: string, sizeBytes: number, category: string): StoredEnclosure => ({
  documentId: madeId('made', blob),
  fileName: safeFileName(name),
  category,
  mediaType: 'application/pdf',
  sizeBytes,
  blob,
});

const enclosed = ({ message }: DeskMessage, documentId: string): StoredEnclosure => {
  const found = message.enclosures.find((one) => one.documentId === documentId);
  if (!found) throw notFound('enclosure');
  return found;
};

const bare = (name: string): string => name.replace(/\.[^.]{1,8}$/, '');

async function asPdf(office: Office, desk: DeskMessage, documentId: string): Promise<StoredEnclosure> {
  const { fileName, blob, category } = enclosed(desk, documentId);
  const bytes = await office.blobs.get(blob);
  const pdf = orRefuse(await filePdf({ name: fileName, bytes, atUtc: office.now() }));
  return made(`${bare(fileName)}.pdf`, await office.blobs.put(pdf), pdf.length, category);
}

async function join(
  office: Office,
  desk: DeskMessage,
  { documentIds, name }: OrderOf<'join'>,
): Promise<StoredEnclosure> {
  const files = documentIds.map((documentId) => enclosed(desk, documentId));
  const pdf = orRefuse(
    await joinPdfs(
      await Promise.all(
        files.map(async ({ fileName, blob }) => ({ name: fileName, bytes: await office.blobs.get(blob) })),
      ),
    ),
  );
  return made(`${bare(name)}.pdf`, await office.blobs.put(pdf), pdf.length, files[0]?.category ?? '');
}

function orRefuse(pdf: MadePdf): Buffer {
  if (pdf.ok) return pdf.bytes;
  throw new HttpProblem('badRequest', `${pdf.what} The enclosures are as they were.`);
}

/** Keeps on the matter what was enclosed from outside, in a category. */
async function keep(
  office: Office,
  person: Account,
  desk: DeskMessage,
  { documentId, category }: OrderOf<'keep'>,
): Promise<Message> {
  const { documentId: _id, ...file } = enclosed(desk, documentId);
  const document = documentFrom(office, desk, { ...file, category }, []);
  return inPlaceOf(office, person, desk, [documentId], { ...file, category, documentId: document.id }, [
    document,
  ]);
}

async function draftOnDesk(office: Office, person: Account, id: string): Promise<DeskMessage> {
  const desk = await deskMessage(office, person, id);
  if (desk.message.state.kind !== 'draft')
    throw new HttpProblem('notADraft', 'It has left the desk. Call it back to change it.');
  return desk;
}

/** Puts enclosures at the end; the same bytes are enclosed once. */
function putIn(
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

/** Puts one enclosure where the first of some others was, and takes those out. */
function inPlaceOf(
  office: Office,
  person: Account,
  desk: DeskMessage,
  gone: readonly string[],
  one: StoredEnclosure,
  kept: readonly StoredDocument[] = [],
): Promise<Message> {
  const [first] = gone;
  const next = desk.message.enclosures.flatMap((enclosure) =>
    enclosure.documentId === first ? [one] : gone.includes(enclosure.documentId) ? [] : [enclosure],
  );
  return keepEnclosures(office, person, desk, next, kept);
}

async function keepEnclosures(
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

/** An enclosure's bytes, whether it stands on the matter or not; as a PDF or picture where it can be shown as one. */
export async function enclosureBytes(
  office: Office,
  person: Account,
  id: string,
  documentId: string,
): Promise<{ readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string }> {
  const desk = await deskMessage(office, person, id);
  const { blob, mediaType, fileName } = enclosed(desk, documentId);
  return { bytes: await office.blobs.get(blob), mediaType, fileName };
}

/** A document as it can be looked at: a word processor's file as the PDF it would be, anything else as it is. */
export async function viewable(
  office: Office,
  file: { readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string },
): Promise<{ readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string }> {
  if (!file.fileName.toLowerCase().endsWith('.docx')) return file;
  const pdf = await filePdf({ name: file.fileName, bytes: file.bytes, atUtc: office.now() });
  if (!pdf.ok) throw new HttpProblem('badRequest', pdf.what);
  return { bytes: pdf.bytes, mediaType: 'application/pdf', fileName: `${bare(file.fileName)}.pdf` };
}
