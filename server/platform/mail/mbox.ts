import { splitMboxElsewhere } from '../workers/contentReader.ts';

/**
 * An mbox file (RFC 4155): messages one after the other, each behind a line `From address date`. Lines of a message that
 * begin with `From `, or with `>`s before it, have one `>` more (the variant called mboxrd), so that it reads back exactly.
 */
const LF = 0x0a;
const CR = 0x0d;
const FROM = Buffer.from('From ');
const QUOTED_FROM = /^>*From /;

const BOM = Buffer.from([0xef, 0xbb, 0xbf]);
const NEXT_FROM = Buffer.from('\nFrom ');
const QUOTED = Buffer.from('\n>');

/** `From address Tue Nov 24 09:00:00 2026`: what a program writes, and nobody at the beginning of a line of a letter. */
const SEPARATOR =
  /^From \S.{0,300}?(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun),? (?:(?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec) +\d{1,2}|\d{1,2} \w{3}).{0,40}\d{4}/;
/** What a message begins with (RFC 5322 §2.2). */
const HEADER_LINE = /^[!-9;-~]{1,76}:/;

function* linesOf(bytes: Buffer): Generator<Buffer> {
  for (let start = 0; start < bytes.length;) {
    const end = bytes.indexOf(LF, start);
    const next = end === -1 ? bytes.length : end + 1;
    yield bytes.subarray(start, next);
    start = next;
  }
}

/** A byte order mark that an editor put before it is none of its own. */
const withoutBom = (bytes: Buffer): Buffer =>
  bytes.subarray(0, BOM.length).equals(BOM) ? bytes.subarray(BOM.length) : bytes;

export const isMbox = (bytes: Buffer): boolean => withoutBom(bytes).subarray(0, FROM.length).equals(FROM);

/** Larger files are split in a thread of their own. */
const MAX_HERE = 1_000_000;

/** The messages of an mbox, wherever it is split. */
export const messagesOf = async (bytes: Buffer): Promise<readonly Buffer[]> =>
  bytes.length <= MAX_HERE ? [...readMbox(bytes)] : splitMboxElsewhere(bytes);

const lineAt = (bytes: Buffer, at: number): string => {
  const end = bytes.indexOf(LF, at);
  return bytes.toString('latin1', at, Math.min(end === -1 ? bytes.length : end, at + 400));
};

const lineAfter = (bytes: Buffer, at: number): number => {
  const end = bytes.indexOf(LF, at);
  return end === -1 ? bytes.length : end + 1;
};

/** Whether an empty line, or the file's beginning, stands before a place where a line begins. */
const isAfterBlank = (bytes: Buffer, at: number): boolean =>
  at === 0 ||
  (bytes[at - 1] === LF &&
    (at === 1 || bytes[at - 2] === LF || (bytes[at - 2] === CR && bytes[at - 3] === LF)));

/**
 * The messages of an mbox, each as its bytes with CRLF line ends, as SMTP carries them. Where the file's first line is what
 * a program writes, only such a line begins another message: a sentence that begins with `From ` does not, though whoever
 * wrote the file did not mark it. Searched by its separators, not line by line: a file of millions of lines costs its bytes.
 */
export function* readMbox(given: Buffer): Generator<Buffer> {
  const bytes = withoutBom(given);
  const strict = SEPARATOR.test(lineAt(bytes, 0));
  const begins = (at: number): boolean =>
    isAfterBlank(bytes, at) &&
    (strict
      ? SEPARATOR.test(lineAt(bytes, at))
      : HEADER_LINE.test(lineAt(bytes, lineAfter(bytes, at))) || at === 0);
  let start: number | undefined = bytes.subarray(0, FROM.length).equals(FROM) ? 0 : undefined;
  while (start !== undefined) {
    const body: number = lineAfter(bytes, start);
    let next = bytes.indexOf(NEXT_FROM, Math.max(0, body - 1));
    while (next !== -1 && !begins(next + 1)) next = bytes.indexOf(NEXT_FROM, next + 1);
    const end = next === -1 ? bytes.length : next + 1;
    const message = withCrlf(unquoted(withoutLastBlank(bytes.subarray(Math.min(body, end), end))));
    if (message.length > 0) yield message;
    start = next === -1 ? undefined : next + 1;
  }
}

/** The empty line before the next message belongs to the file. */
function withoutLastBlank(bytes: Buffer): Buffer {
  if (bytes.length === 1 && bytes[0] === LF) return bytes.subarray(0, 0);
  if (bytes.at(-1) !== LF) return bytes;
  if (bytes.at(-2) === LF) return bytes.subarray(0, -1);
  return bytes.at(-2) === CR && (bytes.length === 2 || bytes.at(-3) === LF) ? bytes.subarray(0, -2) : bytes;
}

/** One `>` less before each `From ` that begins a line. */
function unquoted(bytes: Buffer): Buffer {
  const isQuoted = (at: number): boolean => QUOTED_FROM.test(bytes.toString('latin1', at, at + 80));
  const marks: number[] = bytes[0] === 0x3e && isQuoted(0) ? [0] : [];
  for (let at = bytes.indexOf(QUOTED); at !== -1; at = bytes.indexOf(QUOTED, at + 1))
    if (isQuoted(at + 1)) marks.push(at + 1);
  if (marks.length === 0) return bytes;
  return Buffer.concat(
    [...marks, bytes.length].map((to, n) => bytes.subarray(n === 0 ? 0 : (marks[n - 1] ?? 0) + 1, to)),
  );
}

/** Every line end as CRLF; bytes that have them already are given back as they are. */
function withCrlf(bytes: Buffer): Buffer {
  let bare = 0;
  let last = 0;
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at] ?? 0;
    if (byte === LF && last !== CR) bare += 1;
    last = byte;
  }
  if (bare === 0) return bytes;
  const out = Buffer.allocUnsafe(bytes.length + bare);
  let to = 0;
  last = 0;
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at] ?? 0;
    if (byte === LF && last !== CR) out[to++] = CR;
    out[to++] = byte;
    last = byte;
  }
  return out;
}

/** One message as it stands in an mbox, with the line before and the empty one after it; line ends as the format has them. */
export function mboxMessage(bytes: Buffer, from: string, atUtc: number): Buffer {
  const address = /^[^\s<>]{1,254}$/.test(from) ? from : 'MAILER-DAEMON';
  const head = `From ${address} ${asctime(atUtc)}\n`;
  const lines = [...linesOf(bytes)].map((line) => {
    const bare =
      line.at(-1) === LF && line.at(-2) === CR
        ? Buffer.concat([line.subarray(0, -2), Buffer.from('\n')])
        : line;
    return QUOTED_FROM.test(bare.toString('latin1', 0, 80)) ? Buffer.concat([Buffer.from('>'), bare]) : bare;
  });
  const end = lines.at(-1)?.at(-1) === LF ? '\n' : '\n\n';
  return Buffer.concat([Buffer.from(head), ...lines, Buffer.from(end)]);
}

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** `Tue Nov 24 09:00:00 2026` in UTC, as RFC 4155 asks. */
function asctime(atUtc: number): string {
  const at = new Date(atUtc);
  const two = (n: number): string => String(n).padStart(2, '0');
  const day = String(at.getUTCDate()).padStart(2, ' ');
  const time = [at.getUTCHours(), at.getUTCMinutes(), at.getUTCSeconds()].map(two).join(':');
  return `${DAYS[at.getUTCDay()] ?? ''} ${MONTHS[at.getUTCMonth()] ?? ''} ${day} ${time} ${at.getUTCFullYear()}`;
}
