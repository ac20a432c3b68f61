import type { Suggestion } from '../matching/index.ts';
import { filesItself } from '../matching/index.ts';
import type { LabelledMail } from './labelledMail.ts';

/** How the matching did over a labelled stream. Shares are 0–1. */
export interface MatchingScore {
  readonly filedRight: number;
  readonly fileableFiled: number;
  readonly inFirstThree: number;
  /** In each band of likelihood: how many best suggestions, and the share of them that were right. */
  readonly bands: readonly { readonly from: number; readonly count: number; readonly right: number }[];
}

const BANDS = [0, 0.5, 0.8, 0.9, 0.97, 0.99];

export function scoreMatching(
  stream: readonly { readonly labelled: LabelledMail; readonly suggestions: readonly Suggestion[] }[],
  threshold: number,
): MatchingScore {
  const isRight = ({ labelled, suggestions }: (typeof stream)[number]): boolean =>
    suggestions[0]?.matterId === labelled.matterId;
  const share = (part: number, whole: number): number => (whole === 0 ? 1 : part / whole);
  const filed = stream.filter(({ suggestions }) => filesItself(suggestions, threshold, undefined));
  const fileable = stream.filter(({ labelled }) => labelled.fileable);
  const found = fileable.filter(({ labelled, suggestions }) =>
    suggestions.slice(0, 3).some(({ matterId }) => matterId === labelled.matterId),
  );
  const suggested = stream.filter(({ suggestions }) => suggestions.length > 0);
  return {
    filedRight: share(filed.filter(isRight).length, filed.length),
    fileableFiled: share(filed.filter(({ labelled }) => labelled.fileable).length, fileable.length),
    inFirstThree: share(found.length, fileable.length),
    bands: BANDS.map((from, n) => {
      const to = BANDS[n + 1] ?? 1.01;
      const inBand = suggested.filter(
        ({ suggestions }) =>
          (suggestions[0]?.likelihood ?? 0) >= from && (suggestions[0]?.likelihood ?? 0) < to,
      );
      return { from, count: inBand.length, right: share(inBand.filter(isRight).length, inBand.length) };
    }),
  };
}
