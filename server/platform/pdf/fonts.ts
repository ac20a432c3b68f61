import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { unpackWoff } from './unpackWoff.ts';

const require = createRequire(import.meta.url);

interface ParsedFont {
  readonly characterSet: readonly number[];
  readonly glyphForCodePoint: (codePoint: number) => object;
}

/** What we use of fontkit, which has no types of its own. Loaded as the PDF library loads it, for both must share it. */
interface FontKit {
  readonly create: (file: Uint8Array) => ParsedFont;
  readonly registerFormat: (format: {
    readonly probe: (file: Uint8Array) => boolean;
    /** Made of a stream over the file that was probed. */
    new (stream: { readonly buffer: Uint8Array }): object;
  }) => void;
}
const fontkit = require('fontkit') as FontKit;

const STYLES = {
  normal: '400-normal',
  bold: '600-normal',
  italics: '400-italic',
  bolditalics: '600-italic',
} as const;
type Style = keyof typeof STYLES;

/**
 * The letter face, as it ships with the application (Source Serif 4, SIL Open Font Licence): one file for each range of
 * signs and style, the first range the one that most letters need alone.
 */
const RANGES = ['latin', 'latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'vietnamese'] as const;
export type FontRange = (typeof RANGES)[number];

export const fontFile = (range: FontRange, style: Style): Buffer =>
  readFileSync(
    require.resolve(`@fontsource/source-serif-4/files/source-serif-4-${range}-${STYLES[style]}.woff`),
  );

const MARK = 'officium-font:';
const parsed = new Map<string, object>();

function parsedFont(name: string): object {
  const known = parsed.get(name);
  if (known) return known;
  const [range, style] = name.split('/') as [FontRange, Style];
  const made = fontkit.create(unpackWoff(fontFile(range, style)));
  // A glyph is remembered as it was first asked for. One that another is drawn with (the stop in a colon) would be known without
  // its sign, and every later text would lose that sign when it is searched or copied: each is asked for by its sign first.
  for (const codePoint of made.characterSet) made.glyphForCodePoint(codePoint);
  parsed.set(name, made);
  return made;
}

/**
 * A format of ours whose file is the name of a font that is parsed already. The PDF library opens its fonts anew for each
 * document, which costs more than setting the letter; this hands it the one we keep. Only what a document uses is embedded,
 * and that is worked out for each document by itself.
 */
// eslint-disable-next-line @typescript-eslint/no-extraneous-class -- the font library makes its formats by `new`
class KeptFont {
  static probe(file: Uint8Array): boolean {
    return Buffer.from(file.subarray(0, MARK.length)).toString('latin1') === MARK;
  }
  constructor({ buffer }: { readonly buffer: Uint8Array }) {
    return parsedFont(Buffer.from(buffer).toString('latin1').slice(MARK.length)) as KeptFont;
  }
}
fontkit.registerFormat(KeptFont);

/** Every font of the face by range and style, as a file name and what that file holds. */
export const letterFonts = (): readonly {
  readonly range: FontRange;
  readonly style: string;
  readonly name: string;
  readonly file: Buffer;
}[] =>
  RANGES.flatMap((range) =>
    Object.keys(STYLES).map((style) => {
      const name = `${range}/${style}`;
      return { range, style, name, file: Buffer.from(MARK + name, 'latin1') };
    }),
  );

type Span = readonly [from: number, to: number];

/** Code points that each range draws, as the face's makers list them: `U+0100-02BA,U+0304`. */
const spans = new Map(
  Object.entries(require('@fontsource/source-serif-4/unicode.json') as Record<string, string>).map(
    ([range, list]) => [
      range,
      list.split(',').map((one): Span => {
        const [from = '', to = from] = one.trim().replace('U+', '').split('-');
        return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
      }),
    ],
  ),
);

const rangeOf = (codePoint: number): FontRange | undefined =>
  RANGES.find((range) => spans.get(range)?.some(([from, to]) => codePoint >= from && codePoint <= to));

/** Line breaks and tabs are drawn by nobody and belong to whatever stands before them. */
const isControl = (codePoint: number): boolean => codePoint < 32;

export interface FontRun {
  readonly text: string;
  readonly range: FontRange;
}

/** Cuts a text where the range of its signs changes. Signs that no range draws are listed, and drawn as they can be. */
export function fontRuns(text: string): {
  readonly runs: readonly FontRun[];
  readonly missing: readonly string[];
} {
  const runs: FontRun[] = [];
  const missing = new Set<string>();
  for (const sign of text) {
    const codePoint = sign.codePointAt(0) ?? 0;
    const last = runs.at(-1);
    const range = isControl(codePoint) ? (last?.range ?? 'latin') : rangeOf(codePoint);
    if (!range) missing.add(sign);
    const used = range ?? last?.range ?? 'latin';
    if (last?.range === used) runs[runs.length - 1] = { text: last.text + sign, range: used };
    else runs.push({ text: sign, range: used });
  }
  return { runs, missing: [...missing] };
}
