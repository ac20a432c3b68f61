import type { Services } from '../services.ts';
import { filePdf } from '../pdf/filePdf.ts';

/** A document as it can be looked at: a word processor's file as the PDF it would be, where it can be one; anything else as it is. */
export async function viewable(
  services: Services,
  file: { readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string },
): Promise<{ readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string }> {
  if (!file.fileName.toLowerCase().endsWith('.docx')) return file;
  const pdf = await filePdf({ name: file.fileName, bytes: file.bytes, atUtc: services.now() });
  // What no page of ours can show is handed over as it is.
  if (!pdf.ok) return file;
  return {
    bytes: pdf.bytes,
    mediaType: 'application/pdf',
    fileName: file.fileName.replace(/\.docx$/i, '.pdf'),
  };
}
