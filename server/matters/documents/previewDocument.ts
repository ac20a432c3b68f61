import type { DocumentPreview } from '../../../contract/documents.ts';
import { endingOf } from '../../../core/model/printable.ts';
import type { PersonScope } from '../../access/scope.ts';
import { decodeText } from '../../platform/files/decodeText.ts';
import { cleanHtml } from '../../platform/mail/cleanHtml.ts';
import { parseMail } from '../../platform/mail/parseMail.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readDocx } from '../../platform/workers/docxReader.ts';
import { readTable } from '../../platform/workers/tableReader.ts';
import { findDocument } from './documentQueries.ts';

/** As much as anybody reads in a place beside others. */
const MOST_LETTERS = 200_000;
const MOST_ROWS = 500;
const MOST_CELLS = 40;
const PICTURES: ReadonlySet<string> = new Set(['image/png', 'image/jpeg', 'image/gif']);
const NONE: DocumentPreview = { kind: 'none' };

/** What is seen of a document in its place, one reader for each kind; what none reads is saved and opened elsewhere. */
export async function previewDocument(
  { blobs }: Pick<Services, 'blobs'>,
  scope: PersonScope,
  matterId: string,
  id: string,
): Promise<DocumentPreview> {
  const found = await findDocument(scope, matterId, id);
  if (!found) throw notFound('document');
  const { mediaType, fileName, blob } = found;
  if (mediaType === 'application/pdf') return { kind: 'pdf' };
  if (PICTURES.has(mediaType)) return { kind: 'picture' };
  const reader = READERS[endingOf(fileName)];
  // A file that cannot be read as what its name says is for saving, like one of an unknown kind.
  return reader ? reader(await blobs.get(blob)).catch(() => NONE) : NONE;
}

const READERS: Readonly<Record<string, (bytes: Buffer) => Promise<DocumentPreview>>> = {
  txt: readText,
  md: readText,
  csv: readCells,
  xlsx: readCells,
  docx: readPage,
  eml: readMail,
};

function readText(bytes: Buffer): Promise<DocumentPreview> {
  const text = decodeText(bytes);
  return Promise.resolve({
    kind: 'text',
    text: text.slice(0, MOST_LETTERS),
    cut: text.length > MOST_LETTERS,
  });
}

async function readCells(bytes: Buffer): Promise<DocumentPreview> {
  const { rows, cut } = await readTable({ bytes, mostRows: MOST_ROWS });
  return { kind: 'table', rows: rows.map((cells) => cells.slice(0, MOST_CELLS)), cut };
}

async function readPage(bytes: Buffer): Promise<DocumentPreview> {
  return { kind: 'page', html: cleanHtml(await readDocx(bytes)) };
}

async function readMail(bytes: Buffer): Promise<DocumentPreview> {
  const mail = await parseMail(bytes);
  const from = mail.from?.text ?? '';
  const to = [mail.to ?? []]
    .flat()
    .map((line) => line.text)
    .join(', ');
  const text = (mail.text ?? '').slice(0, MOST_LETTERS);
  return { kind: 'mail', from, to, subject: mail.subject ?? '', text };
}
