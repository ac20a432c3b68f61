import { describe, expect, it } from 'vitest';
import { leftOut } from './leftOut.ts';

const kinds = (html: string) => Object.fromEntries(leftOut(html).map(({ kind, count }) => [kind, count]));

describe('what cleaning leaves out', () => {
  // As word processors, newsletters and old signatures write them.
  it.each([
    ['<p>Plain</p>', {}],
    ['<p style="color:#f00">x</p><font color="red" face="Arial">y</font>', { colour: 2, typeface: 1 }],
    ['<span style="background-color: yellow">x</span>', { colour: 1 }],
    ['<p style="font-family:Calibri;mso-fareast-language:EN">x</p>', { typeface: 1 }],
    ['<form><input><button>Go</button></form>', { form: 3 }],
    [
      '<script>x</script><iframe src="https://x.example"></iframe><video></video>',
      { script: 1, frame: 1, sound: 1 },
    ],
  ])('of %s', (html, expected) => {
    expect(kinds(html)).toEqual(expected);
  });

  it('names pictures by where they are and what they show, each once', () => {
    const img = '<img src="https://x.example/logo.png" alt="Roe">';
    expect(leftOut(`${img}${img}<img src="cid:a@b">`)).toEqual([
      {
        kind: 'picture',
        count: 3,
        pictures: [
          { src: 'https://x.example/logo.png', alt: 'Roe' },
          { src: 'cid:a@b', alt: '' },
        ],
      },
    ]);
  });

  it('reads a page of a hundred thousand tags once', () => {
    expect(kinds('<img src=x>'.repeat(100_000))).toEqual({ picture: 100_000 });
  });
});
