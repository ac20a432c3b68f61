import type { ParsedMail } from 'mailparser';
import type { DocumentNode } from '../../../core/template/document.ts';
import type { HtmlOptions } from '../files/htmlDocument.ts';
import type { ContentRead, ContentTask } from './contentWorker.ts';
import { threadsFor } from './threads.ts';
import type { Threads } from './threads.ts';
import { asBuffer, copyToHandOver } from './transfer.ts';

/** What takes longer, or more memory, is no letter and is left unread. */
const MAX_MS = 10_000;
const MAX_THREAD_MB = 768;
const THREADS = 2;

let reader: Threads<ContentTask, ContentRead> | undefined;

const read = (task: ContentTask, handedOver?: ArrayBuffer[]): Promise<ContentRead> => {
  reader ??= threadsFor(new URL('./contentWorker', import.meta.url), {
    threads: THREADS,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  return reader.run(task, handedOver);
};

/** Takes a message apart in a thread; its files come back as the bytes they are. */
export async function takeApartElsewhere(
  task: Extract<ContentTask, { readonly kind: 'mail' }>,
): Promise<ParsedMail> {
  const bytes = await copyToHandOver(task.bytes);
  const mail = (await read({ ...task, bytes }, [bytes.buffer])) as ParsedMail;
  return {
    ...mail,
    attachments: mail.attachments.map((one) => ({ ...one, content: asBuffer(one.content) })),
  };
}

/** Reads HTML as a document in a thread. */
export const readHtmlElsewhere = async (html: string, options: HtmlOptions): Promise<DocumentNode> =>
  (await read({ kind: 'html', html, ...options })) as DocumentNode;

/** The messages of an mbox, split in a thread. */
export async function splitMboxElsewhere(file: Buffer): Promise<readonly Buffer[]> {
  const bytes = await copyToHandOver(file);
  const messages = (await read({ kind: 'mbox', bytes }, [bytes.buffer])) as readonly Uint8Array[];
  return messages.map(asBuffer);
}
