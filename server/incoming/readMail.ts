import type { AddressObject, ParsedMail } from 'mailparser';
import { readDeliveryStatus } from '../../core/mime/deliveryReport.ts';
import type { Delivery } from '../../core/mime/deliveryReport.ts';
import { readOddMailDate } from '../../core/mime/mailDate.ts';
import { oneLine } from '../../core/merge/fieldText.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import type { Mailbox } from '../../core/model/mailbox.ts';
import { sha256InTurns } from '../platform/blobs/blobStore.ts';
import { isCalendar, readReply } from '../platform/mail/invitation.ts';
import type { InvitationReply } from '../platform/mail/invitation.ts';
import { parseMail, REPORT_PARTS } from '../platform/mail/parseMail.ts';

/** Larger messages are refused before they are parsed: hosts commonly take 25 to 50 MB. */
export const MAX_MAIL_BYTES = 60_000_000;
/** A message made of thousands of parts is made to tire its reader; no letter has so many enclosures. */
const MAX_FILES = 200;
const MAX_REFERENCES = 60;
const MAX_PEOPLE = 200;

export interface ReadFile {
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: Buffer;
  /** Shown within the text, as a signature’s picture is. */
  readonly inline: boolean;
}

/** A report on what became of a message of ours. */
export interface MailReport {
  /** Message-IDs it may speak of, the surest first. */
  readonly about: readonly string[];
  /** What the machine’s part says of each recipient; empty where the report is in words alone. */
  readonly deliveries: readonly Delivery[];
}

/** Before there was mail as we know it (RFC 821 is of 1982), a date is a mistake or a joke. */
const FIRST_MAIL = Date.UTC(1980, 0, 1);

/** A date that a message can have been sent on: what is not is sent when it came. */
const isLikely = (date: number | undefined, receivedAtUtc: number): date is number =>
  date !== undefined && date >= FIRST_MAIL && date <= receivedAtUtc;

export interface ReadMail {
  readonly internetMessageId: string;
  readonly sentAtUtc: number;
  readonly from: Mailbox;
  /** Every address that it says it is from: a message has one writer, whatever a forger puts there. */
  readonly fromAddresses: readonly string[];
  /** Authentication-Results as hosts on its way wrote them (RFC 8601), the topmost first. */
  readonly authenticationResults: readonly string[];
  readonly to: readonly Mailbox[];
  readonly cc: readonly Mailbox[];
  readonly subject: string;
  readonly text: string;
  readonly references: readonly string[];
  readonly automatic: boolean;
  readonly files: readonly ReadFile[];
  readonly report: MailReport | undefined;
  /** What it answers to an invitation. */
  readonly reply: InvitationReply | undefined;
}

/**
 * Reads a message under limits. `receivedAtUtc` stands in for a Date that is missing or lies in the future. A message
 * without a Message-ID gets one made of its bytes, so that the same bytes are known again.
 */
export async function readMail(bytes: Buffer, receivedAtUtc: number): Promise<ReadMail> {
  const parsed = await parseMail(bytes);
  const date = dateOf(parsed, receivedAtUtc);
  const files = filesOf(parsed);
  return {
    internetMessageId:
      parsed.messageId ??
      `<${(await sha256InTurns(bytes, (slice) => slice.toString('latin1'))).slice(0, 32)}@no-id.invalid>`,
    sentAtUtc: isLikely(date, receivedAtUtc) ? date : receivedAtUtc,
    from: peopleOf(parsed.from)[0] ?? { name: '', address: '' },
    fromAddresses: fromAddressesOf(parsed),
    authenticationResults: headersNamed(parsed, 'authentication-results').slice(0, MAX_RESULT_HEADERS),
    to: peopleOf(parsed.to),
    cc: peopleOf(parsed.cc),
    subject: oneLine(parsed.subject ?? ''),
    text: parsed.text ?? '',
    references: referencesOf(parsed),
    automatic: isAutomatic(parsed),
    files,
    report: reportIn(parsed),
    reply: replyIn(parsed),
  };
}

/** The first answer among the calendars that came along. */
const replyIn = ({ attachments }: ParsedMail): InvitationReply | undefined =>
  attachments
    .filter(({ contentType }) => isCalendar(contentType))
    .map(({ content }) => readReply(content.toString('utf8')))
    .find((reply) => reply !== undefined);

const MAX_RESULT_HEADERS = 40;

/** The day it says; one in another form than the standard's is read beside the day its last host had it. */
function dateOf(mail: ParsedMail, receivedAtUtc: number): number | undefined {
  const [date] = headersNamed(mail, 'date');
  const handedOn = Date.parse(headersNamed(mail, 'received')[0]?.split(';').at(-1)?.trim() ?? '');
  const odd =
    date === undefined
      ? undefined
      : readOddMailDate(date, isLikely(handedOn, receivedAtUtc) ? handedOn : receivedAtUtc);
  return odd ?? mail.date?.getTime();
}

const headersNamed = ({ headerLines }: ParsedMail, name: string): readonly string[] =>
  headerLines.flatMap(({ key, line }) => (key === name ? [line.slice(line.indexOf(':') + 1)] : []));

/** A second From header is a second writer, though only one of them is shown. */
const fromAddressesOf = (mail: ParsedMail): readonly string[] => [
  ...peopleOf(mail.from).map(({ address }) => address),
  ...headersNamed(mail, 'from').slice(1),
];

const peopleOf = (objects: AddressObject | AddressObject[] | undefined): readonly Mailbox[] =>
  [objects ?? []]
    .flat()
    .flatMap(({ value }) => value)
    .flatMap(({ name, address, group }) =>
      (group ?? [{ name, address }]).map((one) => ({
        name: oneLine(one.name),
        address: oneLine(one.address ?? ''),
      })),
    )
    .filter(({ address }) => address !== '')
    .slice(0, MAX_PEOPLE);

const MESSAGE_ID = /<[^<>\s]{1,250}>/g;

/** What it answers or follows, oldest first: References, then In-Reply-To where that is not among them. */
function referencesOf({ references, inReplyTo }: ParsedMail): readonly string[] {
  const listed = [references ?? []].flat().flatMap((one) => one.match(MESSAGE_ID) ?? []);
  const answered = inReplyTo?.match(MESSAGE_ID) ?? [];
  return [...new Set([...listed, ...answered])].slice(-MAX_REFERENCES);
}

const headerText = ({ headers }: ParsedMail, name: string): string => {
  const value = headers.get(name);
  return typeof value === 'string' ? value.toLowerCase() : value === undefined ? '' : 'present';
};

/** RFC 3834 §5, RFC 2919, and the older Precedence that most lists still set. */
function isAutomatic(mail: ParsedMail): boolean {
  const submitted = headerText(mail, 'auto-submitted');
  return (
    (submitted !== '' && submitted !== 'no') ||
    mail.headers.has('list') ||
    /bulk|list|junk/.test(headerText(mail, 'precedence'))
  );
}

const isPart = (type: string): boolean =>
  type === REPORT_PARTS.status || type === REPORT_PARTS.headers || type === 'message/delivery-status';

const filesOf = ({ attachments }: ParsedMail): readonly ReadFile[] =>
  attachments
    .filter(({ contentType }) => !isPart(contentType))
    .slice(0, MAX_FILES)
    .map(({ filename, contentType, content, related }, n) => ({
      name: safeFileName(filename ?? nameFor(contentType, n)),
      mediaType: contentType,
      bytes: content,
      inline: related === true,
    }));

const nameFor = (type: string, n: number): string =>
  type === 'message/rfc822'
    ? `message ${n + 1}.eml`
    : type === 'text/calendar'
      ? 'invitation.ics'
      : `file ${n + 1}`;

const BOUNCER = /^(?:mailer-daemon|postmaster)@/i;
const BOUNCED_SUBJECT =
  /undeliver|delivery (?:status|has failed|failure|incomplete)|returned mail|failure notice|mail delivery/i;

/** A report by its machine's part (RFC 3464), or by its writer and subject, as older hosts make them. */
function reportIn(mail: ParsedMail): MailReport | undefined {
  const status = mail.attachments.find(({ contentType }) => contentType === REPORT_PARTS.status);
  const original = mail.attachments.find(
    ({ contentType }) => contentType === REPORT_PARTS.headers || contentType === 'message/rfc822',
  );
  const fromHost = BOUNCER.test(mail.from?.value[0]?.address ?? '');
  if (!status && !(fromHost && BOUNCED_SUBJECT.test(mail.subject ?? ''))) return undefined;
  const quotedId = /^message-id:\s*(<[^<>\s]{1,250}>)/im.exec(
    original?.content.toString('latin1').slice(0, 60_000) ?? mail.text ?? '',
  )?.[1];
  return {
    about: [...new Set([...(quotedId === undefined ? [] : [quotedId]), ...referencesOf(mail)])],
    deliveries: status ? readDeliveryStatus(status.content.toString('utf8')) : [],
  };
}
