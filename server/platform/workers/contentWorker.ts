import type { ParsedMail } from 'mailparser';
import type { DocumentNode } from '../../../core/template/document.ts';
import { htmlDocumentHere } from '../files/htmlDocument.ts';
import { takeApart } from '../mail/parseMail.ts';

/** What somebody sent in, to be read. */
export type ContentTask =
  | { readonly kind: 'mail'; readonly bytes: Uint8Array; readonly withPictures?: boolean }
  | { readonly kind: 'html'; readonly html: string };

export async function run(task: ContentTask): Promise<ParsedMail | DocumentNode> {
  if (task.kind === 'html') return htmlDocumentHere(task.html);
  const { bytes, ...options } = task;
  const mail = await takeApart(Buffer.from(bytes), options);
  return mail;
}
