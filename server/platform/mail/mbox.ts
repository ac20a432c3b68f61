/**
 * An mbox file (RFC 4155): messages one after the other, each behind a line `From address date`. Lines of a message that
 * begin with `From `, or with `>`s before it, have one `>` more (the variant called mboxrd), so that it reads back exactly.
 */
const LF = 0x0a;
const CR = 0x0d;
const FROM = Buffer.from('From ');
const QUOTED_FROM = /^>*From /;

function* linesOf(bytes: Buffer): Generator<Buffer> {
  for (let start = 0; start < bytes.length;) {
    const end = bytes.indexOf(LF, start);
    const next = end === -1 ? bytes.length : end + 1;
    yield bytes.subarray(start, next);
    start = next;
  }
}

export const isMbox = (bytes: Buffer): boolean => bytes.subarray(0, FROM.length).equals(FROM);

const isBlank = (line: Buffer | undefined): boolean =>
  line !== undefined && (line.length === 1 || (line.length === 2 && line[0] === CR));

/** The messages of an mbox, each as its bytes with CRLF line ends, as SMTP carries them. */
export function* readMbox(bytes: Buffer): Generator<Buffer> {
  let lines: Buffer[] | undefined;
  const whole = (): Buffer => {
    const held = lines ?? [];
    if (isBlank(held.at(-1))) held.pop();
    return Buffer.concat(held.map(withCrlf));
  };
  let before: Buffer | undefined = Buffer.from('\n');
  for (const line of linesOf(bytes)) {
    if (line.subarray(0, FROM.length).equals(FROM) && isBlank(before)) {
      if (lines && lines.length > 0) yield whole();
      lines = [];
    } else if (lines) lines.push(QUOTED_FROM.test(line.toString('latin1', 0, 80)) ? line.subarray(1) : line);
    before = line;
  }
  if (lines && lines.length > 0) yield whole();
}

function withCrlf(line: Buffer): Buffer {
  const end = line.length - 1;
  if (line[end] !== LF || line[end - 1] === CR) return line;
  return Buffer.concat([line.subarray(0, end), Buffer.from('\r\n')]);
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
