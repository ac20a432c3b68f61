/** Envelopes whose window the address must show through, and none. */
export const LETTER_WINDOWS = ['none', 'dinA', 'dinB', 'dl', 'c5'] as const;
export type LetterWindow = (typeof LETTER_WINDOWS)[number];

/** Where an address stands on an A4 page so that a window shows it, and where the text may begin below it. Millimetres. */
export interface WindowPlace {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly textFrom: number;
}

/**
 * DIN 5008:2020 has its address field 20 mm from the left edge, 85 by 45 mm, from 27 mm (form A) or 45 mm (form B) below the
 * top; its first 17.7 mm are for what the post wants to know. Envelopes of ISO 269 have their windows (DIN 680: 90 by 45 mm
 * on C5; 90 by 35 mm, as is usual, on DL) 20 mm from the left; a page folded in three or in two shows there what begins some
 * 50 mm below its top, whichever way it slides.
 */
const PLACES: Readonly<Record<Exclude<LetterWindow, 'none'>, WindowPlace>> = {
  dinA: { left: 25, top: 44.7, width: 80, height: 27.3, textFrom: 80.5 },
  dinB: { left: 25, top: 62.7, width: 80, height: 27.3, textFrom: 98.5 },
  dl: { left: 25, top: 52, width: 80, height: 27, textFrom: 92 },
  c5: { left: 25, top: 54, width: 80, height: 30, textFrom: 98 },
};

/** Where the address stands for a window; undefined where there is none, and it stands in the flow of the page. */
export const windowPlace = (window: LetterWindow): WindowPlace | undefined =>
  window === 'none' ? undefined : PLACES[window];

/** How the practice's letters are laid out. */
export interface LetterLayout {
  readonly window: LetterWindow;
  /** Free at either side, 15–25 mm. */
  readonly sideMm: number;
  /** Left free above a signature for a hand to sign in, 0–30 mm. */
  readonly signatureMm: number;
}

export const SIDE_MM = { least: 15, most: 25 } as const;
export const SIGNATURE_MM = { least: 0, most: 30 } as const;

const POINTS = 72 / 25.4;
/** Millimetres in points, of which 72 make an inch. */
export const points = (mm: number): number => mm * POINTS;
/** Millimetres in the pixels that spaces of a wording have, of which 96 make an inch. */
export const pixels = (mm: number): number => Math.round((mm * 96) / 25.4);
