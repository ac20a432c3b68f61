import { describe, expect, it } from 'vitest';
import { decodeText } from './decodeText.ts';

/** The bytes 0x80–0x9F as the Encoding Standard lists them (index-windows-1252), which every browser follows. */
const HIGH = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

describe('text of a file whose encoding nobody says', () => {
  it('of Windows-1252 keeps its dashes, quotation marks and signs, byte by byte', () => {
    const bytes = Buffer.from(Array.from({ length: 32 }, (_, n) => 0x80 + n));
    const read = [...decodeText(bytes)];
    // Five bytes stand for nothing; whatever is made of them, the others keep their places.
    expect(read).toHaveLength(32);
    [...HIGH].forEach((sign, n) => {
      if (sign > '\u009f') expect([n, read[n]]).toEqual([n, sign]);
    });
    expect(decodeText(Buffer.from([0x93, 0x4e, 0x6f, 0x94, 0x20, 0x96, 0x20, 0xa3, 0x35]))).toBe('“No” – £5');
  });

  it.each([
    ['UTF-8', Buffer.from('Größe – ½', 'utf8')],
    ['UTF-8 with a mark', Buffer.from('\ufeffGröße – ½', 'utf8')],
    ['UTF-16, little end first', Buffer.from('\ufeffGröße – ½', 'utf16le')],
    ['UTF-16, big end first', Buffer.from('\ufeffGröße – ½', 'utf16le').swap16()],
  ])('of %s is read as it was written, without its mark', (_name, bytes) => {
    expect(decodeText(bytes)).toBe('Größe – ½');
  });

  it('of nothing is nothing', () => {
    expect(decodeText(Buffer.alloc(0))).toBe('');
    expect(decodeText(Buffer.from([0xff, 0xfe]))).toBe('');
  });
});
