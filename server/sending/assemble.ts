import MailComposer from 'nodemailer/lib/mail-composer';
import type { MessagePlan } from '../../core/mime/plan.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';

/**
 * Makes a planned message's bytes. Files and addresses of the world are out of reach (`disableFileAccess`,
 * `disableUrlAccess`), and the bytes end in CRLF, so that what is frozen is what SMTP carries, octet for octet.
 */
export async function assemble(plan: MessagePlan, blobs: BlobStore): Promise<Buffer> {
  const attachments = await Promise.all(
    plan.attachments.map(async ({ blob, fileName, mediaType }) => ({
      filename: fileName,
      contentType: mediaType,
      content: await blobs.get(blob),
    })),
  );
  const pictures = await Promise.all(
    plan.pictures.map(async ({ blob, mediaType, contentId }) => ({
      cid: contentId,
      contentType: mediaType,
      contentDisposition: 'inline' as const,
      filename: `picture.${mediaType.split('/')[1] ?? 'png'}`,
      content: await blobs.get(blob),
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
    newline: 'windows',
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  const bytes = await composer.compile().build();
  return bytes.subarray(-2).equals(CRLF) ? bytes : Buffer.concat([bytes, CRLF]);
}

const CRLF = Buffer.from('\r\n');
