import MailComposer from 'nodemailer/lib/mail-composer';
import { safeFileName } from '../../../core/mime/plan.ts';
import type { BlobStore } from '../../platform/blobs/blobStore.ts';
import type { FoundEntry } from './foundEntries.ts';

const ENDINGS: Readonly<Record<string, string>> = { email: 'eml', text: 'txt', letter: 'pdf', note: 'txt' };

/** What an entry’s exact bytes are called outside: its day, whose it is, its way and its subject. */
export function entryFileName({ occurredAtUtc, reference, direction, subject, channel }: FoundEntry): string {
  const day = new Date(occurredAtUtc).toISOString().slice(0, 10);
  return safeFileName(
    `${day} ${reference} ${direction} ${subject.slice(0, 60)}.${ENDINGS[channel] ?? 'bin'}`,
  );
}

/** An entry as a message: mail as it is, byte for byte; what went another way as a message that encloses it. */
export async function entryAsMail(entry: FoundEntry, blobs: BlobStore): Promise<Buffer> {
  const bytes = await blobs.get(entry.rawBlob);
  if (entry.channel === 'email') return bytes;
  const { from, to, cc } = entry.people;
  const isText = entry.channel !== 'letter';
  return new MailComposer({
    from: { name: from.name, address: mailAddress(from.address) },
    to: to.map(({ name, address }) => ({ name: name || address, address: mailAddress(address) })),
    cc: cc.map(({ name, address }) => ({ name, address: mailAddress(address) })),
    subject: entry.subject || entry.opening.slice(0, 60),
    date: new Date(entry.occurredAtUtc),
    messageId: `<${entry.id}@officium.invalid>`,
    text: isText ? bytes.toString('utf8') : entry.opening,
    attachments: isText
      ? []
      : [{ filename: entryFileName(entry), contentType: 'application/pdf', content: bytes }],
    newline: 'windows',
    disableFileAccess: true,
    disableUrlAccess: true,
  })
    .compile()
    .build();
}

/** A telephone number or a house is no mail address; such a place stands under a domain that is nobody’s (RFC 2606). */
const mailAddress = (address: string): string =>
  /^[^\s@<>]+@[^\s@<>]+$/.test(address)
    ? address
    : `${address.replace(/[^A-Za-z0-9+]+/g, '-').slice(0, 60) || 'nobody'}@address.invalid`;
