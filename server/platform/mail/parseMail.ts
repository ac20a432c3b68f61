import { convert } from 'html-to-text';
import { simpleParser } from 'mailparser';
import type { ParsedMail } from 'mailparser';
import { cutText } from '../../../core/model/cutText.ts';
import { takeApartElsewhere } from '../workers/contentReader.ts';
import { cleanHtml } from './cleanHtml.ts';
import { inStandardForm } from './standardForm.ts';

/** HTML beyond this is not turned into text: it is no letter. */
const MAX_HTML = 2_000_000;
/** As much of a head as any host lets through. */
const MAX_HEAD = 65_536;

const UNREADABLE =
  'This message is built in a way that cannot be read safely. Its exact bytes are kept, and can be taken out.';

const OPTIONS = {
  skipImageLinks: true,
  skipTextToHtml: true,
  skipHtmlToText: true,
  maxHtmlLengthToParse: MAX_HTML,
};
/** Together with pictures in the text beyond this, a message is shown without them. */
const MAX_WITH_PICTURES = 12_000_000;

/** The largest message taken, all of it files as mail carries them (76 signs a line, RFC 2045 §6.8), has fewer lines. */
const MAX_LINES = 1_000_000;

/** Lines of a sign or two, millions of them, take a parser its whole memory and time. */
function hasLinesWithoutEnd(bytes: Buffer): boolean {
  let lines = 0;
  for (let at = bytes.indexOf(LF); at !== -1 && lines <= MAX_LINES; at = bytes.indexOf(LF, at + 1))
    lines += 1;
  return lines > MAX_LINES;
}
const LF = 0x0a;

/** Longer messages are taken apart in a thread of their own: what they are built of can take any time. */
const MAX_HERE = 32_768;

interface ParseOptions {
  readonly withPictures?: boolean;
}

/**
 * Takes a message apart, a long one in a thread under a limit of time and memory. One that is built to tire its reader
 * (parts within parts without end) is known by its head alone, and says so: it must neither be lost nor keep those behind it
 * from being read. With pictures, those that came with the message stand in its HTML themselves (RFC 2397) instead of being
 * referred to (RFC 2392).
 */
export async function parseMail(bytes: Buffer, options: ParseOptions = {}): Promise<ParsedMail> {
  try {
    return bytes.length <= MAX_HERE
      ? await takeApart(bytes, options)
      : await takeApartElsewhere({ kind: 'mail', bytes, ...options });
  } catch {
    const head = bytes.toString('latin1', 0, MAX_HEAD).split(/\r?\n\r?\n/)[0] ?? '';
    const plain = head.replace(/^(?:content-[\w-]+|mime-version):.*(?:\r?\n[ \t].*)*\r?\n?/gim, '');
    return simpleParser(Buffer.from(`${plain.trimEnd()}\r\n\r\n${UNREADABLE}\r\n`, 'latin1'), OPTIONS);
  }
}

/** The same, wherever it runs. With pictures it is for showing, and its HTML comes cleaned. */
export async function takeApart(bytes: Buffer, { withPictures = false }: ParseOptions): Promise<ParsedMail> {
  if (hasLinesWithoutEnd(bytes)) throw new RangeError('more lines than any message has');
  const skipImageLinks = !withPictures || bytes.length > MAX_WITH_PICTURES;
  const mail = withText(
    await simpleParser(withReportParts(await inStandardForm(bytes)), { ...OPTIONS, skipImageLinks }),
  );
  const bounded = withinBounds(mail);
  return withPictures && typeof bounded.html === 'string'
    ? { ...bounded, html: cleanHtml(bounded.html) }
    : bounded;
}

/** Nobody reads further, and handing over more would keep others waiting: some three hundred pages. */
const MAX_TEXT = 1_000_000;
const REST =
  '\n\n[…] The message goes on. All of it is in its exact bytes, which are kept and can be taken out.\n';

/** A text without end is shown by its beginning, and says so. */
const withinBounds = (mail: ParsedMail): ParsedMail =>
  (mail.text ?? '').length <= MAX_TEXT
    ? mail
    : { ...mail, text: `${cutText((mail.text ?? '').slice(0, MAX_TEXT + 64), MAX_TEXT)}${REST}` };

/** HTML deeper or wider than any letter is, which would tire whoever walks it. */
const TEXT_OF_HTML = {
  wordwrap: false as const,
  limits: { maxInputLength: MAX_HTML, maxDepth: 60, maxChildNodes: 5_000 },
  selectors: [
    { selector: 'img', format: 'skip' },
    { selector: 'a', options: { ignoreHref: true } },
  ],
};

/** A message that is HTML alone, as one part or within others, is found and matched by its words all the same. */
function withText(mail: ParsedMail): ParsedMail {
  if ((mail.text ?? '').trim() !== '' || typeof mail.html !== 'string') return mail;
  return { ...mail, text: convert(mail.html, TEXT_OF_HTML) };
}

/** What a report's machine parts are parsed as: parts of their own, whether or not they call themselves attachments. */
export const REPORT_PARTS = {
  status: 'application/delivery-status',
  headers: 'application/rfc822-headers',
} as const;

/**
 * The parts of a report (RFC 3462, RFC 3464, RFC 6533) by types that no parser takes for text: those that are not marked as
 * attachments would run together with the words that stand before them. Only what is parsed is changed, never what is kept.
 */
function withReportParts(bytes: Buffer): Buffer {
  if (!/multipart\/report/i.test(bytes.toString('latin1', 0, MAX_HEAD))) return bytes;
  return Buffer.from(
    bytes
      .toString('latin1')
      .replace(/^(content-type:\s*)message\/(?:global-)?delivery-status\b/gim, `$1${REPORT_PARTS.status}`)
      .replace(
        /^(content-type:\s*)(?:text\/rfc822-headers|message\/global-headers)\b/gim,
        `$1${REPORT_PARTS.headers}`,
      ),
    'latin1',
  );
}
