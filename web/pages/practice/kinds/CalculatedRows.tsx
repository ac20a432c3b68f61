import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { keyFor } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';
import { FormEditor } from './FormEditor.tsx';
import type { TypePartProps } from './useTypeDraft.ts';

/** Values that are worked out from others, each by its rule. */
export function CalculatedRows({ draft, set }: TypePartProps) {
  return (
    <>
      {draft.calculated.map((one, n) => (
        <div key={one.key} className={classes.calculated}>
          <TextField
            label={say.name}
            value={one.label}
            onChange={(label) => {
              set({
                calculated: draft.calculated.map((other, m) => (m === n ? { ...one, label } : other)),
              });
            }}
          />
          <FormEditor
            form={one.form}
            ownKey={one.key}
            type={draft}
            onChange={(form) => {
              set({
                calculated: draft.calculated.map((other, m) => (m === n ? { ...one, form } : other)),
              });
            }}
          />
          <Button
            onClick={() => {
              set({ calculated: draft.calculated.filter((_, m) => m !== n) });
            }}
          >
            {say.remove}
          </Button>
        </div>
      ))}
      <Button
        onClick={() => {
          const key = keyFor('calculated', draft.calculated);
          const form = {
            kind: 'dateFromDate',
            from: 'day.today',
            shift: { amount: 5, unit: 'workingDays' },
          } as const;
          set({ calculated: [...draft.calculated, { key, label: '', form }] });
        }}
      >
        {say.addACalculatedValue}
      </Button>
    </>
  );
}
