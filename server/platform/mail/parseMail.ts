import { simpleParser } from 'mailparser';
import type { ParsedMail } from 'mailparser';

/** HTML beyond this is not turned into text: it is no letter. */
const MAX_HTML = 2_000_000;
/** As much of a head as any host lets through. */
const MAX_HEAD = 65_536;

const UNREADABLE =
  'This message is built in a way that cannot be read safely. Its exact bytes are kept, and can be taken out.';

const OPTIONS = { skipImageLinks: true, skipTextToHtml: true, maxHtmlLengthToParse: MAX_HTML };
/** Together with pictures in the text beyond this, a message is shown without them. */
const MAX_WITH_PICTURES = 12_000_000;

/**
 * Takes a message apart. One that is built to tire its reader (parts within parts without end) is known by its head alone,
 * and says so: it must neither be lost nor keep those behind it from being read. With pictures, those that came with the
 * message stand in its HTML themselves (RFC 2397) instead of being referred to (RFC 2392).
 */
export async function parseMail(
  bytes: Buffer,
  { withPictures = false }: { readonly withPictures?: boolean } = {},
): Promise<ParsedMail> {
  try {
    const skipImageLinks = !withPictures || bytes.length > MAX_WITH_PICTURES;
    return await simpleParser(bytes, { ...OPTIONS, skipImageLinks });
  } catch {
    const head = bytes.toString('latin1', 0, MAX_HEAD).split(/\r?\n\r?\n/)[0] ?? '';
    const plain = head.replace(/^(?:content-[\w-]+|mime-version):.*(?:\r?\n[ \t].*)*\r?\n?/gim, '');
    return simpleParser(Buffer.from(`${plain.trimEnd()}\r\n\r\n${UNREADABLE}\r\n`, 'latin1'), OPTIONS);
  }
}
