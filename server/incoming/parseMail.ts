import { simpleParser } from 'mailparser';
import type { ParsedMail } from 'mailparser';

/** HTML beyond this is not turned into text: it is no letter. */
const MAX_HTML = 2_000_000;
/** As much of a head as any host lets through. */
const MAX_HEAD = 65_536;

const UNREADABLE =
  'This message is built in a way that cannot be read safely. Its exact bytes are kept, and can be taken out.';

const OPTIONS = { skipImageLinks: true, skipTextToHtml: true, maxHtmlLengthToParse: MAX_HTML };

/**
 * Takes a message apart. One that is built to tire its reader (parts within parts without end) is known by its head alone,
 * and says so: it must neither be lost nor keep those behind it from being read.
 */
export async function parseMail(bytes: Buffer): Promise<ParsedMail> {
  try {
    return await simpleParser(bytes, OPTIONS);
  } catch {
    const head = bytes.toString('latin1', 0, MAX_HEAD).split(/\r?\n\r?\n/)[0] ?? '';
    const plain = head.replace(/^(?:content-[\w-]+|mime-version):.*(?:\r?\n[ \t].*)*\r?\n?/gim, '');
    return simpleParser(Buffer.from(`${plain.trimEnd()}\r\n\r\n${UNREADABLE}\r\n`, 'latin1'), OPTIONS);
  }
}
