import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import type { EncloseOrder, Message } from '../../../contract/messages.ts';
import { draftOnDesk, putIn, keepEnclosures } from './changeEnclosures.ts';
import type { StoredMatter, StoredDocument } from '../../matters/queries.ts';
import type { StoredEnclosure } from '../message.ts';
import { findEntry } from '../../correspondence/queries.ts';
import { notFound, HttpProblem } from '../../http/httpProblem.ts';
import { madeId } from './madeId.ts';
import type { DeskMessage } from '../layOut.ts';
import { makeLetter } from '../letters.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import { enclosed, bare } from './enclosed.ts';
import { filePdf, joinPdfs } from '../../platform/pdf/filePdf.ts';
import type { MadePdf } from '../../platform/pdf/filePdf.ts';
import { documentFrom } from './newDocument.ts';

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

export const made = (name: string, blob: string, sizeBytes: number, category: string): StoredEnclosure => ({
  documentId: madeId('made', blob),
  fileName: safeFileName(name),
  category,
  mediaType: 'application/pdf',
  sizeBytes,
  blob,
});

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
