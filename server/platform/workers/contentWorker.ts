import type { ParsedMail } from 'mailparser';
import type { DocumentNode } from '../../../core/template/document.ts';
import { htmlDocumentHere } from '../files/htmlDocument.ts';
import { readMbox } from '../mail/mbox.ts';
import { takeApart } from '../mail/parseMail.ts';
import { asBuffer, handOver } from './transfer.ts';

/** What somebody sent in, to be read. */
export type ContentTask =
  | { readonly kind: 'mail'; readonly bytes: Uint8Array; readonly withPictures?: boolean }
  | { readonly kind: 'html'; readonly html: string; readonly withPictures?: boolean }
  | { readonly kind: 'mbox'; readonly bytes: Uint8Array };

/** What is made of it: a message taken apart, a document, or the messages of a file. */
export type ContentRead = ParsedMail | DocumentNode | readonly Uint8Array[];

export async function run(task: ContentTask): Promise<ContentRead> {
  if (task.kind === 'html') return htmlDocumentHere(task.html, task);
  if (task.kind === 'mbox') {
    const messages = [...readMbox(asBuffer(task.bytes))];
    return handOver(messages, messages);
  }
  const { bytes, ...options } = task;
  const mail = await takeApart(asBuffer(bytes), options);
  return handOver(
    mail,
    mail.attachments.map(({ content }) => content),
  );
}
