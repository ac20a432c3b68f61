import { cutText, utf8Length } from '../model/cutText.ts';
import type { Mailbox } from '../model/mailbox.ts';
import { isMailAddress } from '../recipients/address.ts';
import type { Recipient, Recipients } from '../recipients/recipients.ts';
import { oneLine } from '../merge/fieldText.ts';
import type { FinishedMessage } from '../merge/finish.ts';

export interface PlannedAttachment {
  /** SHA-256 of the bytes, in hex: where the store keeps them. */
  readonly blob: string;
  readonly fileName: string;
  readonly mediaType: string;
}

/** A message decided in structure before any byte is made (RFC 5322 names). Bcc is in the envelope alone. */
export interface MessagePlan {
  readonly messageId: string;
  readonly dateUtc: number;
  readonly from: Mailbox;
  readonly to: readonly Mailbox[];
  readonly cc: readonly Mailbox[];
  readonly envelopeTo: readonly string[];
  readonly subject: string;
  readonly inReplyTo?: string;
  readonly references: readonly string[];
  readonly text: string;
  readonly html: string;
  readonly attachments: readonly PlannedAttachment[];
  /** Shown within the text, by their Content-ID (RFC 2392). */
  readonly pictures: readonly PlannedPicture[];
  readonly replyTo?: string;
  /** Where its recipient says that they want no more of its kind (RFC 2369, RFC 8058). */
  readonly noMore?: string;
  /** An invitation that goes with it (RFC 6047 §2.4). */
  readonly calendar?: PlannedCalendar;
  /** It went without a person's press (RFC 3834 §5): nothing is to answer it by itself. */
  readonly autoSubmitted?: 'auto-generated';
}

export interface PlannedCalendar {
  readonly method: 'REQUEST' | 'CANCEL';
  /** RFC 5545, whole. */
  readonly content: string;
}

export interface PlannedPicture {
  readonly blob: string;
  readonly mediaType: string;
  readonly contentId: string;
}

export interface PlanInput {
  readonly messageId: string;
  readonly dateUtc: number;
  readonly from: Mailbox;
  readonly recipients: Recipients;
  readonly message: FinishedMessage;
  readonly references: readonly string[];
  readonly attachments: readonly PlannedAttachment[];
  readonly pictures?: readonly PlannedPicture[];
  readonly replyTo?: string;
  readonly autoSubmitted?: MessagePlan['autoSubmitted'];
  readonly calendar?: PlannedCalendar;
  readonly noMore?: string;
}

/** Longest name shown in a header; longer ones are cut so that no line nears RFC 5322's 998 octets. */
const MAX_HEADER_NAME = 120;
const MAX_FILE_NAME = 150;
/** ZIP and most file systems take 255 octets; what is put before a name to tell two apart has room beside it. */
const MAX_FILE_OCTETS = 240;
const MAX_ENDING = 8;

/** Plans a message. Names and file names lose line breaks and controls here, whatever was kept in the record. */
export function planMessage(input: PlanInput): MessagePlan {
  const { recipients, message: letter } = input;
  const everyone = [...recipients.to, ...recipients.cc, ...recipients.bcc].map(({ address }) => address);
  const malformed = everyone.find((address) => !isMailAddress(address));
  if (malformed !== undefined)
    throw new Error('a malformed address reached the plan; the checks stop it before');
  const last = input.references.at(-1);
  return {
    messageId: input.messageId,
    dateUtc: input.dateUtc,
    from: planAddress(input.from),
    to: recipients.to.map(planAddress),
    cc: recipients.cc.map(planAddress),
    envelopeTo: [...new Set(everyone)],
    subject: oneLine(letter.subject),
    ...(last === undefined ? {} : { inReplyTo: last }),
    references: input.references,
    text: letter.text,
    html: letter.html,
    attachments: input.attachments.map((file) => ({ ...file, fileName: safeFileName(file.fileName) })),
    pictures: input.pictures ?? [],
    ...(input.replyTo === undefined ? {} : { replyTo: input.replyTo }),
    ...(input.noMore === undefined ? {} : { noMore: input.noMore }),
    ...(input.calendar ? { calendar: input.calendar } : {}),
    ...(input.autoSubmitted === undefined ? {} : { autoSubmitted: input.autoSubmitted }),
  };
}

const planAddress = ({ name, address }: Pick<Recipient, 'name' | 'address'>): Mailbox => ({
  name: cutText(oneLine(name), MAX_HEADER_NAME),
  address,
});

/** Names that some systems keep for devices, whatever their ending. */
const DEVICE = /^(?:con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])(?=\.|$)/i;

/** A file name that no receiving system reads as a path or a device, nor finds too long: at most 150 signs and 240 octets. */
export function safeFileName(name: string): string {
  const bare = oneLine(name)
    .replace(/[\\/:*?"<>|]+/g, '-')
    .replace(/^\.+/, '')
    .replace(/[. ]+$/, '')
    .replace(DEVICE, '_$&');
  const dot = bare.lastIndexOf('.');
  const ending = dot > 0 && dot > bare.length - MAX_ENDING ? bare.slice(dot) : '';
  const stem = bare.slice(0, bare.length - ending.length);
  const most = MAX_FILE_OCTETS - utf8Length(ending);
  return cutText(stem, MAX_FILE_NAME - ending.length, most) + ending || 'document';
}
