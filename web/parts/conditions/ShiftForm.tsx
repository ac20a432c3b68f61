import type { DateShift } from '../../../core/model/calculatedForm.ts';
import { SelectField, TextField } from '../../ui/Field.tsx';
import classes from './ConditionForm.module.css';

const UNITS: readonly (readonly [unit: DateShift['unit'], label: string])[] = [
  ['days', 'days'],
  ['workingDays', 'working days'],
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

/** How far from a day, and to which side. Nothing is no shift. */
export function ShiftForm({ shift, onChange, full = true }: ShiftFormProps) {
  const amount = Math.abs(shift?.amount ?? 0);
  const side = (shift?.amount ?? 0) < 0 ? 'before' : 'after';
  const unit = shift?.unit ?? 'days';
  const set = (part: {
    amount?: number;
    unit?: DateShift['unit'];
    side?: 'before' | 'after';
    roll?: string;
    countsDay?: boolean;
  }): void => {
    const far = part.amount ?? amount;
    if (far === 0 && part.roll === undefined && shift?.roll === undefined) {
      onChange(null);
      return;
    }
    const roll = part.roll ?? shift?.roll ?? '';
    const counts = part.countsDay ?? shift?.countsDay ?? false;
    onChange({
      amount: (part.side ?? side) === 'before' ? -far : far,
      unit: part.unit ?? unit,
      ...(roll === 'next' || roll === 'previous' ? { roll } : {}),
      ...(counts ? { countsDay: true } : {}),
    });
  };
  return (
    <div className={classes.shift}>
      <TextField
        label="Shifted by"
        type="number"
        value={String(amount)}
        onChange={(typed) => {
          set({ amount: Math.max(0, Math.min(20_000, Math.round(Number(typed)) || 0)) });
        }}
      />
      <SelectField
        label="Unit"
        bare
        value={unit}
        options={UNITS}
        onChange={(chosen) => {
          set({ unit: chosen });
        }}
      />
      <SelectField
        label="Side"
        bare
        value={side}
        options={[
          ['after', 'after'],
          ['before', 'before'],
        ]}
        onChange={(chosen) => {
          set({ side: chosen });
        }}
      />
      {full ? (
        <>
          <SelectField
            label="On a closed day"
            value={shift?.roll ?? 'stay'}
            options={[
              ['stay', 'stay'],
              ['next', 'go to the next working day'],
              ['previous', 'go back to the last working day'],
            ]}
            onChange={(roll) => {
              set({ roll });
            }}
          />
          <SelectField
            label="The day itself"
            value={shift?.countsDay ? 'counts' : 'not'}
            options={[
              ['not', 'does not count'],
              ['counts', 'counts as the first'],
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
