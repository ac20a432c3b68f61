import type { DateShift } from '../../../core/model/calculatedForm.ts';
import { WEEKDAYS } from '../../../core/dates/formatDate.ts';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { say } from '../../words/en/parts-conditions.ts';
import classes from './ConditionForm.module.css';

const UNITS: readonly (readonly [unit: DateShift['unit'], label: string])[] = [
  ['days', 'days'],
  ['workingDays', say.workingDays],
  ['weeks', 'weeks'],
  ['months', 'months'],
  ['years', 'years'],
];

interface ShiftFormProps {
  readonly shift: DateShift | null;
  readonly onChange: (shift: DateShift | null) => void;
  /** Whether a working day can be asked for, and whether the day itself counts. */
  readonly full?: boolean;
}

type Change = Partial<Omit<DateShift, 'roll' | 'end' | 'countsDay'>> & {
  readonly side?: 'before' | 'after';
  readonly roll?: string;
  readonly on?: string;
  readonly countsDay?: boolean;
};

/** Where the time goes on to from the day it reaches. */
const GOES_ON = [
  ['', say.thatDay],
  ['month', say.theEndOfThatMonth],
  ['quarter', say.theEndOfThatQuarter],
  ['year', say.theEndOfThatYear],
  ...WEEKDAYS.map((name, n) => [String(n + 1), say.theNext(name)] as const),
] as const;

const onOf = (shift: DateShift | null): string => shift?.end ?? (shift?.weekday ? String(shift.weekday) : '');

/** A shift with a part of it changed; one that goes nowhere is none. */
function changed(shift: DateShift | null, part: Change): DateShift | null {
  const far = part.amount ?? Math.abs(shift?.amount ?? 0);
  const before = (part.side ?? ((shift?.amount ?? 0) < 0 ? 'before' : 'after')) === 'before';
  const roll = part.roll ?? shift?.roll ?? '';
  const on = part.on ?? onOf(shift);
  if (far === 0 && on === '' && part.roll === undefined && shift?.roll === undefined) return null;
  return {
    amount: before ? -far : far,
    unit: part.unit ?? shift?.unit ?? 'days',
    ...(on === 'month' || on === 'quarter' || on === 'year' ? { end: on } : {}),
    ...(/^[1-7]$/.test(on) ? { weekday: Number(on) } : {}),
    ...(roll === 'next' || roll === 'previous' ? { roll } : {}),
    ...((part.countsDay ?? shift?.countsDay) ? { countsDay: true } : {}),
  };
}

/** How far from a day, and to which side. Nothing is no shift. */
export function ShiftForm({ shift, onChange, full = true }: ShiftFormProps) {
  const set = (part: Change): void => {
    onChange(changed(shift, part));
  };
  return (
    <div className={classes.shift}>
      <TextField
        label={say.shiftedBy}
        type="number"
        value={String(Math.abs(shift?.amount ?? 0))}
        onChange={(typed) => {
          set({ amount: Math.max(0, Math.min(20_000, Math.round(Number(typed)) || 0)) });
        }}
      />
      <SelectField
        label={say.unit}
        bare
        value={shift?.unit ?? 'days'}
        options={UNITS}
        onChange={(unit) => {
          set({ unit });
        }}
      />
      <SelectField
        label={say.side}
        bare
        value={(shift?.amount ?? 0) < 0 ? 'before' : 'after'}
        options={[
          ['after', 'after'],
          ['before', 'before'],
        ]}
        onChange={(side) => {
          set({ side });
        }}
      />
      <SelectField
        label={say.thenOnTo}
        value={onOf(shift)}
        options={GOES_ON}
        onChange={(on) => {
          set({ on });
        }}
      />
      {full ? (
        <>
          <SelectField
            label={say.onAClosedDay}
            value={shift?.roll ?? 'stay'}
            options={[
              ['stay', 'stay'],
              ['next', say.goToTheNextWorking],
              ['previous', say.goBackToTheLast],
            ]}
            onChange={(roll) => {
              set({ roll });
            }}
          />
          <SelectField
            label={say.theDayItself}
            value={shift?.countsDay ? 'counts' : 'not'}
            options={[
              ['not', say.doesNotCount],
              ['counts', say.countsAsTheFirst],
            ]}
            onChange={(chosen) => {
              set({ countsDay: chosen === 'counts' });
            }}
          />
        </>
      ) : null}
    </div>
  );
}
