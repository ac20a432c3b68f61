import type { MatterTypeJson } from '../../../contract/matterTypes.ts';
import { say } from '../../words/en/parts-conditions.ts';
import type { AskedField } from './ConditionForm.tsx';

/** What a matter of a type can be asked for: its key dates, facts and calculated values, but for the one that asks, and today. */
export function askedFields(type: MatterTypeJson, ownKey = ''): readonly AskedField[] {
  return [
    ...type.keyDates.map(({ key, label }) => ({ path: `date.${key}`, label, kind: 'date' })),
    ...type.facts.map(({ key, label, kind, choices }) => ({
      path: `fact.${key}`,
      label,
      kind,
      ...(choices ? { choices } : {}),
    })),
    ...type.calculated
      .filter(({ key }) => key !== ownKey)
      .map(({ key, label, form }) => ({
        path: `calculated.${key}`,
        label,
        kind:
          form.kind === 'dateFromDate'
            ? 'date'
            : form.kind === 'count' || form.kind === 'daysBetween'
              ? 'number'
              : 'money',
      })),
    { path: 'day.today', label: say.today, kind: 'date' },
  ];
}
