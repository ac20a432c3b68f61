import { numberOf } from './decimal.ts';
import { MOST_NUMBER } from './soundValue.ts';
import { readFigure } from './readDecimal.ts';

/**
 * Reads a number as it is typed: `12`, `1,284`, `1.5`, `12,5`, `−3`, `2k`. A comma before three digits groups and a point
 * never does, as numbers are written here. Undefined where it is not wholly understood, or beyond ±10^15.
 */
export function readNumber(text: string): number | undefined {
  const read = readFigure(text);
  if (read?.words !== '') return undefined;
  const [first, second] = read.values;
  const meant = first?.mark === '.' && second ? second : first;
  const value = meant && numberOf(meant.value);
  return value !== undefined && Math.abs(value) <= MOST_NUMBER ? value : undefined;
}
