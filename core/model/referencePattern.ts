/** What stands around the running number of a reference, and how many figures it has at least. */
export interface ReferenceParts {
  readonly before: string;
  readonly after: string;
  readonly digits: number;
}

const COUNTER = /\{(n{1,6})\}/;

/**
 * A pattern of references in a year: words of the practice's own with `{n}` for the running number (`{nnnn}` with leading
 * zeros), `{yyyy}` and `{yy}` for the year. A pattern without a number has it at its end: `SV-` is `SV-{n}`. With the year in
 * it, the number begins anew each year.
 */
export function referenceParts(pattern: string, year: number): ReferenceParts {
  const dated = pattern
    .replaceAll('{yyyy}', String(year))
    .replaceAll('{yy}', String(year % 100).padStart(2, '0'));
  const counter = COUNTER.exec(dated);
  if (!counter) return { before: dated, after: '', digits: 1 };
  const [whole, figures = 'n'] = counter;
  return {
    before: dated.slice(0, counter.index),
    after: dated.slice(counter.index + whole.length),
    digits: figures.length,
  };
}

export const writeReference = ({ before, after, digits }: ReferenceParts, n: number): string =>
  `${before}${String(n).padStart(digits, '0')}${after}`;

/** The running number of a reference that was made by such a pattern; undefined for any other. */
export function numberIn(reference: string, { before, after }: ReferenceParts): number | undefined {
  if (!reference.startsWith(before) || !reference.endsWith(after)) return undefined;
  const figures = reference.slice(before.length, reference.length - after.length);
  return /^\d{1,9}$/.test(figures) ? Number(figures) : undefined;
}
