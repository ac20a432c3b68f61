import { describe, expect, it } from 'vitest';
import { safeFileName } from '../mime/plan.ts';
import { cutText, utf8Length } from './cutText.ts';

describe('a text that is cut', () => {
  it('is never cut within a character or before what belongs to one', () => {
    expect(cutText('abc', 2)).toBe('ab');
    expect(cutText('a😀b', 2)).toBe('a');
    expect(cutText('a😀b', 3)).toBe('a😀');
    expect(cutText('cafe\u0301s', 4)).toBe('caf');
    expect(cutText('👩‍👩‍👧', 5)).toBe('');
    expect(cutText('報告書', 3, 7)).toBe('報告');
    expect(cutText('', 0)).toBe('');
  });

  it('is measured in octets as an encoder would', () => {
    for (const text of ['', 'abc', 'é', '報', '😀', 'a😀é報'])
      expect(utf8Length(text)).toBe(new TextEncoder().encode(text).length);
  });
});

describe('a file name', () => {
  it.each([
    ['CON', '_CON'],
    ['nul.txt', '_nul.txt'],
    ['COM1.pdf', '_COM1.pdf'],
    ['Console.pdf', 'Console.pdf'],
    ['a. ', 'a'],
    ['../../x', '-..-x'],
    ['', 'document'],
    ['...', 'document'],
    ['.pdf', 'pdf'],
  ])('“%s” becomes “%s”', (name, safe) => {
    expect(safeFileName(name)).toBe(safe);
  });

  it('keeps its ending and is within 255 octets, whatever it is written in', () => {
    for (const sign of ['a', 'é', '報', '😀']) {
      const safe = safeFileName(`${sign.repeat(400)}.pdf`);
      expect(safe.endsWith('.pdf')).toBe(true);
      expect(utf8Length(safe)).toBeLessThanOrEqual(255);
      expect(safe).not.toMatch(/[\ud800-\udbff](?![\udc00-\udfff])/);
    }
  });
});
