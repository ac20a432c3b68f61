import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { ConditionGroup } from '../model/condition.ts';
import type { MatterRecord, MatterType } from '../model/matter.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { calculate, inputReader } from '../values/calculate.ts';
import { groupHolds, pathsOf } from '../values/conditions.ts';
import type { ReadPath } from '../values/conditions.ts';

/** What such conditions can ask of a matter, without anything that hangs on it. */
export type SetMatter = Pick<MatterRecord, 'facts' | 'dates' | 'tables'>;

/** Whether what is asked needs the rows of tables: calculated values may build on them. */
export const asksCalculated = (when: ConditionGroup | undefined): boolean =>
  when !== undefined && pathsOf(when).some((path) => path.startsWith('calculated.'));

/**
 * Tells which matters of a type meet conditions on a day. Calculated values are worked out only where a condition asks for
 * one, so that thousands of matters can be asked as somebody types.
 */
export function meets(
  when: ConditionGroup | undefined,
  type: MatterType,
  calendar: WorkingCalendar,
  today: PlainDate,
): (matter: SetMatter) => boolean {
  if (!when) return () => true;
  const withCalculated = asksCalculated(when);
  return ({ facts, dates, tables }) => {
    // Written out and not spread: this is made thousands of times while somebody types.
    const record: MatterRecord = {
      id: NOBODY.id,
      reference: NOBODY.reference,
      title: NOBODY.title,
      stage: NOBODY.stage,
      responsible: NOBODY.responsible,
      parties: NOBODY.parties,
      documents: NOBODY.documents,
      type,
      facts,
      dates,
      tables,
    };
    const context = { record, calendar, today };
    const read: ReadPath = inputReader(context, withCalculated ? calculate(context) : NOTHING);
    return groupHolds(when, read);
  };
}

const NOTHING = new Map<string, never>();

/** What a condition of a set never asks: who a matter's people are is asked by its role. */
const NOBODY = {
  id: '' as MatterRecord['id'],
  reference: '',
  title: '',
  stage: '',
  responsible: { id: '' as MatterRecord['responsible']['id'], name: '', email: '', position: '' },
  parties: [],
  documents: [],
} as const satisfies Partial<MatterRecord>;
