import { expect, it } from 'vitest';
import { pastedFiles } from './pasting.ts';

const file = (name: string, type: string) => new File(['x'], name, { type });
const [shot, report] = [file('shot.png', 'image/png'), file('report.pdf', 'application/pdf')];
const pasted = (html: string, files: readonly File[]) => ({ files, getData: () => html });

it.each([
  ['a picture in the text stands there, a file beside it is enclosed', '', true, [shot], [report]],
  ['outside the text everything is enclosed', '', false, [], [shot, report]],
  [
    'a picture copied from a page is a picture',
    '<img src="https://x.example/a.png">',
    true,
    [shot],
    [report],
  ],
  ['words of a word processor are left to the editor', '<p>Dear <b>Ines</b></p>', true, [], []],
] as const)('%s', (_title, html, inText, pictures, files) => {
  expect(pastedFiles(pasted(html, [shot, report]), inText)).toEqual({ pictures, files });
});
