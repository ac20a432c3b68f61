import type { Office } from '../../app/services.ts';
import { filePdf } from '../pdf/filePdf.ts';
import { HttpProblem } from '../../http/httpProblem.ts';
import { bare } from '../../messages/enclosures/enclosed.ts';

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
