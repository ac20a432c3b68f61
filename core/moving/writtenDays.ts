/** Which of two figures of a day comes first: `3/4/2026` is in April or in March. */
export type DayOrder = 'dayFirst' | 'monthFirst';

const FIGURES = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/;

/** By a column's own cells where one of them settles it, else as the practice writes days. */
export function dayOrderOf(cells: readonly string[], usual: DayOrder): DayOrder {
  for (const cell of cells) {
    const [, first, second] = FIGURES.exec(cell.trim()) ?? [];
    if (Number(first) > 12) return 'dayFirst';
    if (Number(second) > 12) return 'monthFirst';
  }
  return usual;
}

/** Two figures of a year below this are of this century: `98` is 1998, `31` is 2031. */
const PIVOT = 50;

/** A day in figures as ISO 8601; any other words as they are. */
export function withIsoDay(cell: string, order: DayOrder): string {
  const [, first = '', second = '', year = ''] = FIGURES.exec(cell.trim()) ?? [];
  if (year === '') return cell;
  const [day, month] = order === 'dayFirst' ? [first, second] : [second, first];
  const full = year.length === 4 ? year : String(Number(year) + (Number(year) < PIVOT ? 2_000 : 1_900));
  return `${full}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
}
