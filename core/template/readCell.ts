import { readDate } from '../dates/readDate.ts';
import { readDateTime } from '../dates/readDateTime.ts';
import type { ZonedTime } from '../dates/zonedClock.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { FactDefinition } from '../model/matter.ts';
import type { Value } from '../model/value.ts';
import { readAnswer } from './blanks.ts';

export type CellDefinition = Pick<FactDefinition, 'key' | 'label' | 'kind' | 'choices'>;

/** What a cell is read by: the practice's days and money, and what time it is there. */
export interface CellContext {
  readonly calendar: WorkingCalendar;
  readonly now: ZonedTime;
  readonly currency: string;
}

const YES = new Set(['yes', 'y', 'true', 'x', '1']);
const NO = new Set(['no', 'n', 'false', '0']);

/** Reads what is typed, pasted or imported as a value of its kind; undefined where it does not fit. */
export function readCell(
  { label, kind, choices }: CellDefinition,
  text: string,
  { calendar, now, currency }: CellContext,
): Value | undefined {
  const asked = { key: '', label, kind, required: false, ...(choices ? { choices } : {}) };
  return readAnswer(asked, asAnswer(text), currency);

  /** As an answer is kept: days by ISO 8601, choices by their key. */
  function asAnswer(typed: string): string {
    const word = typed.trim().toLowerCase();
    switch (kind) {
      case 'date':
        return readDate(typed, now.date, calendar) ?? '';
      case 'dateTime': {
        const read = readDateTime(typed, now, calendar);
        return read?.time === undefined ? '' : `${read.date} ${read.time}`;
      }
      case 'yesNo':
        return YES.has(word) ? 'yes' : NO.has(word) ? 'no' : typed;
      case 'choice':
        return choices?.find((one) => one.label.toLowerCase() === word)?.key ?? typed;
      default:
        return typed;
    }
  }
}
