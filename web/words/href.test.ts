import { describe, expect, it } from 'vitest';
import { wholeHref } from './href.ts';

describe('the address of a link', () => {
  it.each([
    ['https://a.example', 'https://a.example'],
    ['https://https://a.example', 'https://a.example'],
    ['http://https://a.example/x', 'https://a.example/x'],
    ['a.example/x?y', 'https://a.example/x?y'],
    ['www.a.example', 'https://www.a.example'],
    ['ines@mail.example', 'mailto:ines@mail.example'],
    ['mailto:ines@mail.example', 'mailto:ines@mail.example'],
    ['tel:+441632960100', 'tel:+441632960100'],
    [' a.example ', 'https://a.example'],
    ['', ''],
  ])('“%s” is %s', (typed, href) => {
    expect(wholeHref(typed)).toBe(href);
  });
});
