/** What text needs against what it stands on (WCAG 2.2, 1.4.3, level AA). */
export const LEAST_CONTRAST = 4.5;

/** Contrast of two colours as `#rrggbb`, 1–21 (WCAG 2.2, contrast ratio). */
export function contrastOf(one: string, other: string): number {
  const [dark, light] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return ((light ?? 0) + 0.05) / ((dark ?? 0) + 0.05);
}

/** Relative luminance, 0–1 (WCAG 2.2). */
function luminance(colour: string): number {
  const [red, green, blue] = channels(colour).map((value) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * (red ?? 0) + 0.7152 * (green ?? 0) + 0.0722 * (blue ?? 0);
}

const channels = (colour: string): readonly number[] =>
  [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));

const STEPS = 20;

/** The colour, made lighter in steps until it can be read on a dark ground; white where nothing less does. */
export function lightenedFor(colour: string, ground: string): string {
  for (let step = 0; step < STEPS; step += 1) {
    const lighter = towardsWhite(colour, step / STEPS);
    if (contrastOf(lighter, ground) >= LEAST_CONTRAST) return lighter;
  }
  return '#ffffff';
}

const towardsWhite = (colour: string, share: number): string =>
  `#${channels(colour)
    .map((value) =>
      Math.round(value + (255 - value) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
