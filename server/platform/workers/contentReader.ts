import type { ParsedMail } from 'mailparser';
import type { DocumentNode } from '../../../core/template/document.ts';
import type { HtmlOptions } from '../files/htmlDocument.ts';
import type { ContentRead, ContentTask } from './contentWorker.ts';
import { threadsFor } from './threads.ts';
import type { Threads } from './threads.ts';

/** What takes longer, or more memory, is no letter and is left unread. */
const MAX_MS = 10_000;
const MAX_THREAD_MB = 768;
const THREADS = 2;

let reader: Threads<ContentTask, ContentRead> | undefined;

const read = (task: ContentTask): Promise<ContentRead> => {
  reader ??= threadsFor(new URL('./contentWorker', import.meta.url), {
    threads: THREADS,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  return reader.run(task);
};

/** Takes a message apart in a thread; its files come back as the bytes they are. */
export async function takeApartElsewhere(
  task: Extract<ContentTask, { readonly kind: 'mail' }>,
): Promise<ParsedMail> {
  const mail = (await read(task)) as ParsedMail;
  return {
    ...mail,
    attachments: mail.attachments.map((one) => ({ ...one, content: Buffer.from(one.content) })),
  };
}

/** Reads HTML as a document in a thread. */
export const readHtmlElsewhere = async (html: string, options: HtmlOptions): Promise<DocumentNode> =>
  (await read({ kind: 'html', html, ...options })) as DocumentNode;

/** The messages of an mbox, split in a thread. */
export const splitMboxElsewhere = async (bytes: Buffer): Promise<readonly Buffer[]> =>
  ((await read({ kind: 'mbox', bytes })) as readonly Uint8Array[]).map((one) => Buffer.from(one));
