/** Octets of a text in UTF-8 (RFC 3629). */
export function utf8Length(text: string): number {
  let length = 0;
  for (const sign of text) {
    const code = sign.codePointAt(0) ?? 0;
    length += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
  }
  return length;
}

const JOINERS = /^[\p{M}\u200d\ufe0f\u{1f3fb}-\u{1f3ff}]/u;

/**
 * The beginning of a text of at most `most` UTF-16 units and `octets` in UTF-8, never cut within a character, nor before
 * what belongs to the character before it: an accent, a joiner, a shade.
 */
export function cutText(text: string, most: number, octets = Number.POSITIVE_INFINITY): string {
  if (text.length <= most && (octets === Number.POSITIVE_INFINITY || utf8Length(text) <= octets)) return text;
  const signs = [...text];
  let [units, bytes, end] = [0, 0, 0];
  while (end < signs.length) {
    const sign = signs[end] ?? '';
    if (units + sign.length > most || bytes + utf8Length(sign) > octets) break;
    units += sign.length;
    bytes += utf8Length(sign);
    end += 1;
  }
  while (end > 0 && (JOINERS.test(signs[end] ?? '') || signs[end - 1] === '\u200d')) end -= 1;
  return signs.slice(0, end).join('');
}
