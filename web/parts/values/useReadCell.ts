import { zonedTime } from '../../../core/dates/zonedClock.ts';
import type { Value } from '../../../core/model/value.ts';
import { readCell } from '../../../core/template/readCell.ts';
import type { CellDefinition } from '../../../core/template/readCell.ts';
import { useSessionQuery } from '../../api/session.ts';
import { useCalendar } from '../editor/useMoments.ts';

/** Reads what is typed or pasted as a value of its kind; undefined where it does not fit. */
export type ReadCell = (definition: CellDefinition, text: string) => Value | undefined;

export function useReadCell(currency: string): ReadCell {
  const calendar = useCalendar();
  const { data: session } = useSessionQuery();
  const zone = session?.practice.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (definition, text) =>
    readCell(definition, text, { calendar, now: zonedTime(zone, Date.now()), currency });
}
