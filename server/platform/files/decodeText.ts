import iconv from 'iconv-lite';

const MARKS = [
  [[0xef, 0xbb, 0xbf], 'utf8'],
  [[0xff, 0xfe], 'utf-16le'],
  [[0xfe, 0xff], 'utf-16be'],
] as const;

/**
 * The text of a file whose encoding nobody says: by its byte order mark, as UTF-8 where it is that throughout, and else as
 * Windows-1252, which is what was written before UTF-8 was usual. Node's own decoder of that leaves 0x80–0x9F as control
 * characters: dashes, quotation marks and the euro sign were lost.
 */
export function decodeText(bytes: Buffer): string {
  const [mark, encoding] = MARKS.find(([sign]) => sign.every((byte, n) => bytes[n] === byte)) ?? [];
  if (mark && encoding) return iconv.decode(bytes.subarray(mark.length), encoding);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return iconv.decode(bytes, 'windows-1252');
  }
}
