import type { EncloseOrder, Message } from '../../../contract/messages.ts';
import { isGeneralFile } from '../../../core/model/generalFile.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { StoredDocument } from '../../matters/matter.ts';
import { findMatter } from '../../matters/queries.ts';
import { filePdf, joinPdfs } from '../../platform/pdf/filePdf.ts';
import type { MadePdf } from '../../platform/pdf/filePdf.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findStartable } from '../../templates/compiled.ts';
import type { DraftLayout } from '../draftLayout.ts';
import { makeLetter } from '../letters.ts';
import type { StoredEnclosure } from '../message.ts';
import { draftOnDesk, keepEnclosures, putIn } from './changeEnclosures.ts';
import { bareName, documentFrom } from '../../matters/documents/newDocument.ts';
import { enclosed } from './enclosed.ts';
import { attachmentOf, documentEnclosure, enclosureOfPractice } from './fetchWanted.ts';

/** Encloses what is made or fetched at a word: an earlier attachment, a letter, a PDF of something, several as one. */
export async function encloseMade(
  services: Services,
  scope: PersonScope,
  id: string,
  order: EncloseOrder,
): Promise<Message> {
  const desk = await draftOnDesk(services, scope, id);
  switch (order.kind) {
    case 'fromEntry': {
      const attachment = await attachmentOf(services, scope, desk.matter, order);
      if (!attachment) throw notFound('attachment');
      return putIn(services, scope, desk, [attachment]);
    }
    case 'fromMatter':
      return putIn(services, scope, desk, [await fromMatter(services, scope, order)]);
    case 'letter':
      return putIn(services, scope, desk, [await letterNow(services, scope, desk, order.templateId)]);
    case 'asPdf': {
      const pdf = await asPdf(services, enclosed(desk, order.enclosureId));
      return inPlaceOf(services, scope, desk, [order.enclosureId], pdf);
    }
    case 'join':
      return inPlaceOf(services, scope, desk, order.enclosureIds, await join(services, desk, order));
    case 'keep': {
      const { enclosureId, category } = order;
      const document = documentFrom(services, desk, { ...enclosed(desk, enclosureId), category }, []);
      return inPlaceOf(services, scope, desk, [enclosureId], documentEnclosure(document), [document]);
    }
    default:
      return order satisfies never;
  }
}

/** A document of another matter that the writer may see. */
async function fromMatter(
  { newId }: Services,
  scope: PersonScope,
  { matterId, documentId }: OrderOf<'fromMatter'>,
): Promise<StoredEnclosure> {
  const document = (await findMatter(scope, matterId))?.documents.find(({ id }) => id === documentId);
  if (!document) throw notFound('document');
  if (isGeneralFile(matterId)) return enclosureOfPractice(newId(), document);
  return {
    ...documentEnclosure(document),
    kind: 'otherMatter',
    documentId: document.id,
    id: newId(),
    restricted: document.restricted === true,
  };
}

type OrderOf<K extends EncloseOrder['kind']> = Extract<EncloseOrder, { readonly kind: K }>;

async function letterNow(
  services: Services,
  scope: PersonScope,
  { reader }: DraftLayout,
  templateId: string,
): Promise<StoredEnclosure> {
  const template = await findStartable(scope, templateId);
  const letter =
    template?.channel === 'letter' ? await makeLetter(services, scope, templateId, reader) : undefined;
  if (!template || !letter) throw notFound('letterTemplate');
  const fileName = safeFileName(`${template.name}.pdf`);
  return {
    kind: 'letter',
    id: services.newId(),
    templateId,
    fileName,
    mediaType: 'application/pdf',
    ...letter,
  };
}

async function asPdf(
  services: Services,
  { fileName, blob, category }: StoredEnclosure,
): Promise<StoredEnclosure> {
  const bytes = await services.blobs.get(blob);
  const pdf = orRefuse(await filePdf({ name: fileName, bytes, atUtc: services.now() }));
  return pdfUpload(services, bareName(fileName), pdf, category);
}

async function join(
  services: Services,
  desk: DraftLayout,
  { enclosureIds, name }: OrderOf<'join'>,
): Promise<StoredEnclosure> {
  const files = enclosureIds.map((id) => enclosed(desk, id));
  const read = files.map(async ({ fileName, blob }) => ({
    name: fileName,
    bytes: await services.blobs.get(blob),
  }));
  const pdf = orRefuse(await joinPdfs(await Promise.all(read)));
  return pdfUpload(services, bareName(name), pdf, files[0]?.category ?? '');
}

async function pdfUpload(
  { blobs, newId }: Services,
  name: string,
  pdf: Buffer,
  category: string,
): Promise<StoredEnclosure> {
  return {
    kind: 'upload',
    id: newId(),
    fileName: safeFileName(`${name}.pdf`),
    category,
    mediaType: 'application/pdf',
    sizeBytes: pdf.length,
    blob: await blobs.put(pdf),
  };
}

function orRefuse(pdf: MadePdf): Buffer {
  if (pdf.ok) return pdf.bytes;
  throw new DomainProblem('badRequest', [pdf.why, { code: 'enclosuresUnchanged' }]);
}

/** Puts one enclosure where the first of some others was, and takes those out. */
function inPlaceOf(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
  gone: readonly string[],
  one: StoredEnclosure,
  kept: readonly StoredDocument[] = [],
): Promise<Message> {
  const [first] = gone;
  const next = desk.message.enclosures.flatMap((enclosure) =>
    enclosure.id === first ? [one] : gone.includes(enclosure.id) ? [] : [enclosure],
  );
  return keepEnclosures(services, scope, desk, next, kept);
}
