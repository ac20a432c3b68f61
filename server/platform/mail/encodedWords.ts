/** An encoded word has at most 75 signs (RFC 2047 §2); in base64 within `=?UTF-8?B?…?=` that is 45 octets. */
const MOST_OCTETS = 45;

/** Whether a text would be read as encoded words though it was written so (RFC 2047 §5). */
export const looksEncoded = (text: string): boolean => /=\?[^?\s]+\?[bq]\?/i.test(text);

/** A text as encoded words (RFC 2047), never cut within a character, each on a line of its own. */
export function encodedWords(text: string): string {
  const words: string[] = [];
  let word = '';
  for (const sign of text) {
    if (Buffer.byteLength(word + sign) > MOST_OCTETS) {
      words.push(word);
      word = '';
    }
    word += sign;
  }
  if (word !== '') words.push(word);
  return words.map((one) => `=?UTF-8?B?${Buffer.from(one).toString('base64')}?=`).join('\r\n ');
}
