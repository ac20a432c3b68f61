import { withEnding } from '../../../core/compose/index.ts';
import type { WantedEnclosure } from '../../../core/compose/index.ts';
import { GENERAL_FILE, isGeneralFile } from '../../../core/model/generalFile.ts';
import { latestNamed } from '../../../core/shelf/index.ts';
import { findMatter } from '../../matters/queries.ts';
import type { FieldReader } from '../../../core/merge/fieldReader.ts';
import type { Scope } from '../../access/scope.ts';
import { findEntry } from '../../correspondence/queries.ts';
import type { StoredDocument, StoredMatter } from '../../matters/matter.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findTemplateFiles } from '../../templates/fileQueries.ts';
import { makeLetter } from '../letters.ts';
import type { StoredEnclosure } from '../message.ts';

type Making = Pick<Services, 'blobs' | 'newId' | 'now' | 'pdfRenderer'>;
type Wanted<K extends WantedEnclosure['kind']> = Extract<WantedEnclosure, { readonly kind: K }>;

/**
 * The files of what a message is to enclose: looked up, or made where they are letters. What is no longer there is left
 * out, but for a document that was asked for by name.
 */
export async function fetchWanted(
  services: Making,
  scope: Scope,
  matter: StoredMatter,
  reader: FieldReader,
  wanted: readonly WantedEnclosure[],
): Promise<readonly StoredEnclosure[]> {
  const fetched: StoredEnclosure[] = [];
  for (const one of wanted) {
    const enclosure = await fetchOne(services, scope, matter, reader, one);
    if (enclosure) fetched.push(enclosure);
  }
  return fetched;
}

async function fetchOne(
  services: Making,
  scope: Scope,
  matter: StoredMatter,
  reader: FieldReader,
  wanted: WantedEnclosure,
): Promise<StoredEnclosure | undefined> {
  switch (wanted.kind) {
    case 'document':
      return documentEnclosure(documentOn(matter, wanted.documentId), wanted.fileName);
    case 'file':
      return fileOf(services, scope, wanted);
    case 'letter':
      return letterOf(services, scope, reader, wanted);
    case 'ofPractice':
      return ofPractice(services, scope, matter, wanted);
    case 'entry':
      return attachmentOf(services, scope, matter, wanted);
    default:
      return wanted satisfies never;
  }
}

/** The latest of a document that lies on the practice’s general file; nothing where there is none of that name. */
async function ofPractice(
  { newId }: Making,
  scope: Scope,
  matter: StoredMatter,
  { name }: Wanted<'ofPractice'>,
): Promise<StoredEnclosure | undefined> {
  const here = isGeneralFile(matter.id);
  const general = here ? matter : await findMatter(scope, GENERAL_FILE);
  const document = general && latestNamed(general.documents, name);
  if (!document || here) return document && documentEnclosure(document);
  return enclosureOfPractice(newId(), document);
}

/** A document of the practice’s own, on a message about a matter. */
export const enclosureOfPractice = (id: string, document: StoredDocument): StoredEnclosure => ({
  ...documentEnclosure(document),
  kind: 'otherMatter',
  documentId: document.id,
  id,
  restricted: document.restricted === true,
  ofPractice: true,
});

function documentOn(matter: StoredMatter, id: string): StoredDocument {
  const document = matter.documents.find((one) => one.id === id);
  if (document) return document;
  throw new DomainProblem('unknownDocument', [{ code: 'documentNotOnMatter', reference: matter.reference }]);
}

/** A document of the matter, under its own file name or the one given; its ending stays what it is. */
export const documentEnclosure = (
  { id, fileName, category, mediaType, sizeBytes, blob }: StoredDocument,
  wantedName?: string,
): StoredEnclosure => ({
  kind: 'document',
  id,
  documentId: id,
  fileName: withEnding(wantedName, fileName),
  category,
  mediaType,
  sizeBytes,
  blob,
});

async function fileOf(
  { newId }: Making,
  scope: Scope,
  { fileId, fileName }: Wanted<'file'>,
): Promise<StoredEnclosure | undefined> {
  const file = (await findTemplateFiles(scope, [fileId])).get(fileId);
  if (!file) return undefined;
  const { mediaType, sizeBytes, blob } = file;
  return { kind: 'file', id: newId(), fileId, fileName, category: '', mediaType, sizeBytes, blob };
}

async function letterOf(
  services: Making,
  scope: Scope,
  reader: FieldReader,
  { templateId, fileName }: Wanted<'letter'>,
): Promise<StoredEnclosure | undefined> {
  const letter = await makeLetter(services, scope, templateId, reader);
  return (
    letter && {
      kind: 'letter',
      id: services.newId(),
      templateId,
      fileName,
      mediaType: 'application/pdf',
      ...letter,
    }
  );
}

/** What came or went with an entry of the same matter, by the same bytes. */
export async function attachmentOf(
  { newId }: Pick<Services, 'newId'>,
  scope: Scope,
  matter: StoredMatter,
  { entryId, index, fileName }: Omit<Wanted<'entry'>, 'kind' | 'fileName'> & { readonly fileName?: string },
): Promise<StoredEnclosure | undefined> {
  const entry = await findEntry(scope, entryId);
  const attachment = entry?.matterId === matter.id ? entry.attachments[index] : undefined;
  if (!attachment) return undefined;
  const { name, mediaType, sizeBytes, blob } = attachment;
  return {
    kind: 'entry',
    id: newId(),
    entryId,
    index,
    fileName: fileName ?? name,
    category: '',
    mediaType,
    sizeBytes,
    blob,
  };
}
