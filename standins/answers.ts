import MailComposer from 'nodemailer/lib/mail-composer';
import { simpleParser } from 'mailparser';

/** What the host, or somebody behind it, writes back. */
export interface Answer {
  readonly from: string;
  readonly to: readonly string[];
  readonly bytes: Buffer;
}

const build = (options: ConstructorParameters<typeof MailComposer>[0]): Promise<Buffer> =>
  new MailComposer({ ...options, newline: 'windows' }).compile().build();

/** A delivery report (RFC 3464) to whoever sent a message: nobody of that name is there. */
export async function bounceOf(bytes: Buffer, sender: string, address: string): Promise<Answer> {
  const { messageId = '' } = await simpleParser(bytes);
  const headers = bytes.subarray(0, bytes.indexOf('\r\n\r\n') + 2).toString('latin1');
  const status = [
    'Reporting-MTA: dns; stand-in.example',
    '',
    `Original-Recipient: rfc822;${address}`,
    `Final-Recipient: rfc822;${address}`,
    'Action: failed',
    'Status: 5.1.1',
    `Diagnostic-Code: smtp; 550 5.1.1 <${address}>: no such mailbox here`,
    '',
  ].join('\r\n');
  const boundary = `report-${Buffer.from(messageId).toString('hex').slice(0, 24)}`;
  const part = (type: string, body: string): string =>
    `--${boundary}\r\nContent-Type: ${type}\r\n\r\n${body}\r\n`;
  const text = [
    'From: Mail Delivery <mailer-daemon@stand-in.example>',
    `To: ${sender}`,
    'Subject: Undelivered mail returned to its sender',
    `Message-ID: <${boundary}.${Date.now()}@stand-in.example>`,
    `Date: ${new Date().toUTCString()}`,
    'Auto-Submitted: auto-replied',
    'MIME-Version: 1.0',
    `Content-Type: multipart/report; report-type=delivery-status; boundary="${boundary}"`,
    '',
    part(
      'text/plain; charset=utf-8',
      `Your message could not be delivered to ${address}: there is no such mailbox.`,
    ) +
      part('message/delivery-status', status) +
      part('text/rfc822-headers', headers) +
      `--${boundary}--\r\n`,
  ].join('\r\n');
  return { from: '', to: [sender], bytes: Buffer.from(text, 'utf8') };
}

interface Written {
  readonly from: string;
  readonly to: readonly string[];
  readonly cc?: readonly string[];
  readonly subject: string;
  readonly text: string;
  readonly inReplyTo?: string;
  readonly references?: readonly string[];
  readonly automatic?: boolean;
  readonly files?: readonly { readonly filename: string; readonly content: string }[];
}

/** A message as somebody outside would write it. */
export async function mailOf(written: Written): Promise<Answer> {
  const { from, to, cc = [], subject, text, inReplyTo, references = [], automatic, files = [] } = written;
  const bytes = await build({
    from,
    to: [...to],
    cc: [...cc],
    subject,
    text,
    attachments: files.map((file) => ({ ...file })),
    ...(inReplyTo === undefined ? {} : { inReplyTo, references: [...references, inReplyTo] }),
    ...(automatic ? { headers: { 'Auto-Submitted': 'auto-replied' } } : {}),
  });
  return { from, to: [...to, ...cc], bytes };
}

/** An answer to a message from one of those who got it. */
export async function answerTo(
  bytes: Buffer,
  from: string,
  text: string,
  automatic = false,
): Promise<Answer> {
  const mail = await simpleParser(bytes);
  const to = mail.replyTo?.value[0]?.address ?? mail.from?.value[0]?.address ?? '';
  const subject = mail.subject ?? '';
  return mailOf({
    from,
    to: [to],
    subject: /^re:/i.test(subject) ? subject : `Re: ${subject}`,
    text,
    automatic,
    references: [mail.references ?? []].flat(),
    ...(mail.messageId === undefined ? {} : { inReplyTo: mail.messageId }),
  });
}
