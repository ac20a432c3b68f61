import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import type { BundleQuery } from '../../../contract/documents.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import type { PersonScope } from '../../access/scope.ts';
import { uniqueNames } from '../../platform/files/uniqueNames.ts';
import { filePdf, joinPdfs } from '../../platform/pdf/filePdf.ts';
import type { MadePdf } from '../../platform/pdf/filePdf.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findMatter } from '../queries.ts';
import { findDocuments } from './documentQueries.ts';

/** As much as is put into one file. */
const MOST_BYTES = 300_000_000;

interface Bundle {
  readonly bytes: Buffer;
  readonly mediaType: string;
  readonly fileName: string;
}

/** Chosen documents of a matter as one file, in the order in which they were chosen: a ZIP, or their pages as one PDF. */
export async function bundleDocuments(
  { blobs, now }: Pick<Services, 'blobs' | 'now'>,
  scope: PersonScope,
  matterId: string,
  { ids, as }: BundleQuery,
): Promise<Bundle> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const wanted = ids.split(',');
  const known = (await findDocuments(scope, wanted)).filter((row) => row.matterId === matterId);
  const rows = wanted.flatMap((id) => known.filter((row) => row.id === id));
  if (rows.length === 0) throw notFound('document');
  if (rows.reduce((sum, { sizeBytes }) => sum + sizeBytes, 0) > MOST_BYTES)
    throw new DomainProblem('tooLarge', [{ code: 'fileTooLarge', megabytes: MOST_BYTES / 1e6 }]);
  const fileName = safeFileName(`${matter.reference} documents.${as}`);
  const files: (Named & { readonly addedOn: string })[] = [];
  const uniqueName = uniqueNames();
  for (const { fileName: own, blob, addedOn } of rows)
    files.push({ name: uniqueName(own), bytes: await blobs.get(blob), addedOn });
  if (as === 'zip') return { bytes: await zipped(files), mediaType: 'application/zip', fileName };
  return { bytes: await asOnePdf(files, now()), mediaType: 'application/pdf', fileName };
}

interface Named {
  readonly name: string;
  readonly bytes: Buffer;
}

/** Pictures and texts become pages; what nothing here makes pages of is named, and nothing is made. */
async function asOnePdf(files: readonly Named[], atUtc: number): Promise<Buffer> {
  const pages: Named[] = [];
  for (const { name, bytes } of files) {
    const isPdf = bytes.subarray(0, 5).toString('latin1') === '%PDF-';
    pages.push({ name, bytes: isPdf ? bytes : orRefuse(await filePdf({ name, bytes, atUtc })) });
  }
  return orRefuse(await joinPdfs(pages));
}

function orRefuse(pdf: MadePdf): Buffer {
  if (pdf.ok) return pdf.bytes;
  throw new DomainProblem('badRequest', [pdf.why]);
}

/** Stored rather than packed: PDFs and pictures do not get smaller. */
function zipped(files: readonly (Named & { readonly addedOn: string })[]): Promise<Buffer> {
  const zip = new ZipFile();
  for (const { name, bytes, addedOn } of files)
    zip.addBuffer(bytes, name, { mtime: new Date(`${addedOn}T12:00Z`), compress: false });
  zip.end();
  return buffer(zip.outputStream);
}
