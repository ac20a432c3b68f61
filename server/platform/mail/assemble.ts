import MailComposer from 'nodemailer/lib/mail-composer';
import MimeNode from 'nodemailer/lib/mime-node';
import { encodedWords, looksEncoded } from './encodedWords.ts';
import type { MessagePlan } from '../../../core/mime/plan.ts';
import type { BlobStore } from '../blobs/blobStore.ts';

interface File {
  readonly blob: string;
  readonly fileName: string;
  readonly mediaType: string;
}

/** Files as parts of a message (RFC 2045), each read and encoded once however many copies of the message hold it. */
export interface SealedFiles {
  readonly attachment: (file: File) => Promise<Buffer>;
  readonly bytes: (blob: string) => Promise<Buffer>;
}

/** Reads and encodes files on first need, for one sending. */
export function sealFiles({ get }: Pick<BlobStore, 'get'>): SealedFiles {
  const parts = new Map<string, Promise<Buffer>>();
  return {
    bytes: get,
    attachment(file) {
      const key = JSON.stringify([file.blob, file.fileName, file.mediaType]);
      const made = parts.get(key) ?? partOf(file, get);
      parts.set(key, made);
      return made;
    },
  };
}

async function partOf({ blob, fileName, mediaType }: File, get: BlobStore['get']): Promise<Buffer> {
  // As the child of a message, it has the headers of a part alone.
  const part = new MimeNode('multipart/mixed').createChild(mediaType, { filename: fileName });
  part.setHeader('Content-Disposition', 'attachment');
  // The disposition names it by RFC 2231; programs that do not know that read the type's name, as encoded words.
  if (/[^\x20-\x7e]/.test(fileName))
    part.setHeader('Content-Type', prepared(`${mediaType};\r\n name="${encodedWords(fileName)}"`));
  part.setHeader('Content-Transfer-Encoding', 'base64');
  return part.setContent(await get(blob)).build();
}

/**
 * Makes a planned message's bytes. Files and addresses of the world are out of reach (`disableFileAccess`,
 * `disableUrlAccess`), and the bytes end in CRLF, so that what is frozen is what SMTP carries, octet for octet.
 */
export async function assemble(plan: MessagePlan, files: SealedFiles): Promise<Buffer> {
  const attachments = await Promise.all(
    plan.attachments.map(async (file) => ({ raw: await files.attachment(file) })),
  );
  const pictures = await Promise.all(
    plan.pictures.map(async ({ blob, mediaType, contentId }) => ({
      cid: contentId,
      contentType: mediaType,
      contentDisposition: 'inline' as const,
      filename: `picture.${mediaType.split('/')[1] ?? 'png'}`,
      content: await files.bytes(blob),
    })),
  );
  const composer = new MailComposer({
    messageId: plan.messageId,
    date: new Date(plan.dateUtc),
    from: { ...plan.from },
    to: plan.to.map((address) => ({ ...address })),
    cc: plan.cc.map((address) => ({ ...address })),
    subject: plan.subject,
    ...(plan.inReplyTo === undefined ? {} : { inReplyTo: plan.inReplyTo }),
    references: [...plan.references],
    text: plan.text,
    html: plan.html,
    attachments: [...pictures, ...attachments],
    ...(plan.replyTo === undefined ? {} : { replyTo: plan.replyTo }),
    headers: headersOf(plan),
    ...(plan.calendar ? { icalEvent: { ...plan.calendar, filename: 'invitation.ics' } } : {}),
    newline: 'windows',
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  const message = composer.compile();
  if (looksEncoded(plan.subject)) message.setHeader('Subject', prepared(encodedWords(plan.subject)));
  const bytes = await message.build();
  return bytes.subarray(-2).equals(CRLF) ? bytes : Buffer.concat([bytes, CRLF]);
}

/** RFC 8058 §3.1: the one-click request is promised only where its address is reached over HTTPS. */
const headersOf = ({ autoSubmitted, noMore }: MessagePlan): Record<string, string> => ({
  ...(autoSubmitted === undefined ? {} : { 'Auto-Submitted': autoSubmitted }),
  ...(noMore === undefined ? {} : { 'List-Unsubscribe': prepared(`<${noMore}>`) }),
  ...(noMore?.startsWith('https://') ? { 'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click' } : {}),
});

/** A header's value as it is to stand, folded already. */
const prepared = (value: string): string => ({ prepared: true, value }) as unknown as string;

const CRLF = Buffer.from('\r\n');
