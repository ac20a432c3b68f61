/**
 * Text messages are carried in segments of 140 octets (3GPP TS 23.040). Text of the GSM 7-bit alphabet (3GPP TS 23.038
 * §6.2.1) fits 160 septets in one message and 153 in each of several; anything else goes as UCS-2, 70 and 67 units.
 */
const BASIC =
  '@£$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !"#¤%&\'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà';
/** These take an escape before them: two septets each. */
const EXTENDED = '\f^{}\\[~]|€';

const basic = new Set(BASIC);
const extended = new Set(EXTENDED);

export interface Segments {
  readonly encoding: 'GSM-7' | 'UCS-2';
  /** Septets, or UTF-16 code units. */
  readonly units: number;
  readonly segments: number;
  /** How many more units fit into the last segment. */
  readonly left: number;
  /** The first sign that makes it UCS-2, where one does. */
  readonly because?: string;
}

const LIMITS = { 'GSM-7': { one: 160, several: 153 }, 'UCS-2': { one: 70, several: 67 } } as const;

/** Counts a text message. An empty one is no segment. */
export function countSegments(text: string): Segments {
  let because: string | undefined;
  const sizes: number[] = [];
  for (const sign of text) {
    if (basic.has(sign)) sizes.push(1);
    else if (extended.has(sign)) sizes.push(2);
    else {
      because = sign;
      break;
    }
  }
  if (because === undefined) return fit('GSM-7', sizes);
  const units = [...text].map((sign) => sign.length);
  return { ...fit('UCS-2', units), because };
}

/** Lays signs into segments: one that takes two units is never cut between them. */
function fit(encoding: Segments['encoding'], sizes: readonly number[]): Segments {
  const units = sizes.reduce((sum, size) => sum + size, 0);
  const { one, several } = LIMITS[encoding];
  if (units === 0) return { encoding, units, segments: 0, left: one };
  if (units <= one) return { encoding, units, segments: 1, left: one - units };
  let segments = 1;
  let used = 0;
  for (const size of sizes) {
    if (used + size > several) {
      segments += 1;
      used = 0;
    }
    used += size;
  }
  return { encoding, units, segments, left: several - used };
}

/** Signs that text set for print uses and the 7-bit alphabet lacks, with what stands for them as well. */
const PLAINER: readonly (readonly [RegExp, string])[] = [
  [/[‘’‚]/g, "'"],
  [/[“”„]/g, '"'],
  [/[–—]/g, '-'],
  [/…/g, '...'],
  [/\u00a0/g, ' '],
];

/** Writes quotation marks, dashes and the like in their plain forms, so that a message is not twice as dear for them. */
export const plainer = (text: string): string =>
  PLAINER.reduce((words, [from, to]) => words.replace(from, to), text);
