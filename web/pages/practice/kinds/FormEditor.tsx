import type { MatterTypeJson } from '../../../../contract/matterTypes.ts';
import { askedFields } from '../../../parts/conditions/askedFields.ts';
import type { CalculatedForm } from '../../../../core/model/calculatedForm.ts';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import type { AskedField } from '../../../parts/conditions/ConditionForm.tsx';
import { ShiftForm } from '../../../parts/conditions/ShiftForm.tsx';
import { ChooseParts, PathList, TableParts } from './formParts.tsx';
import type { Form } from './formParts.tsx';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';

type FormKind = CalculatedForm['kind'];

const FORM_WORDS: Readonly<Record<FormKind, string>> = {
  dateFromDate: say.aDateFromADate,
  daysBetween: say.daysBetweenTwoDates,
  total: say.theTotalOfAColumn,
  count: say.howManyRows,
  extreme: say.theSmallestOrLargestOf,
  percentage: say.aPercentageOf,
  share: say.oneAsAPercentageOf,
  sum: say.aSumOrDifference,
  choose: say.chosenByACondition,
};
const KINDS: readonly FormKind[] = [
  'dateFromDate',
  'daysBetween',
  'total',
  'count',
  'extreme',
  'percentage',
  'share',
  'sum',
  'choose',
];

interface FormEditorProps {
  readonly form: Form;
  readonly ownKey: string;
  readonly type: MatterTypeJson;
  readonly onChange: (form: Form) => void;
}

/** How a calculated value comes about, picked from forms. */
export function FormEditor({ form, ownKey, type, onChange }: FormEditorProps) {
  const inputs = askedFields(type, ownKey);
  return (
    <div className={classes.form}>
      <SelectField
        label={say.isIt}
        value={form.kind}
        options={KINDS.map((kind) => [kind, FORM_WORDS[kind]] as const)}
        onChange={(kind) => {
          onChange(freshForm(kind, type, inputs));
        }}
      />
      <FormParts form={form} type={type} inputs={inputs} onChange={onChange} />
    </div>
  );
}

function freshForm(kind: FormKind, type: MatterTypeJson, inputs: readonly AskedField[]): Form {
  const date = inputs.find((one) => one.kind === 'date')?.path ?? 'day.today';
  const amount = inputs.find((one) => one.kind === 'money' || one.kind === 'number')?.path ?? 'day.today';
  const [table] = type.tables;
  const column =
    table?.columns.find((one) => one.kind === 'money' || one.kind === 'number') ?? table?.columns[0];
  const over = { table: table?.key ?? 'table1' };
  switch (kind) {
    case 'dateFromDate':
      return { kind, from: date, shift: { amount: 5, unit: 'workingDays' } };
    case 'daysBetween':
      return { kind, from: 'day.today', to: date, unit: 'days' };
    case 'total':
      return { kind, ...over, column: column?.key ?? 'column1' };
    case 'count':
      return { kind, ...over };
    case 'extreme':
      return { kind, which: 'largest', ...over, column: column?.key ?? 'column1' };
    case 'percentage':
      return { kind, of: amount, basisPoints: 2000 };
    case 'share':
      return { kind, part: amount, whole: amount, places: 1 };
    case 'sum':
      return { kind, plus: [amount], minus: [] };
    case 'choose':
      return {
        kind,
        cases: [{ when: { join: 'all', conditions: [] }, take: { value: { kind: 'text', text: '' } } }],
      };
    default:
      return kind satisfies never;
  }
}

interface PartsProps {
  readonly form: Form;
  readonly type: MatterTypeJson;
  readonly inputs: readonly AskedField[];
  readonly onChange: (form: Form) => void;
}

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly kinds: readonly string[];
  readonly inputs: readonly AskedField[];
  readonly onTake: (path: string) => void;
}

/** One of the values of a kind that fits. One that was taken away since is said to be gone. */
function Pick({ label, value, kinds, inputs, onTake }: PickProps) {
  const gone = inputs.some(({ path }) => path === value) ? [] : [[value, say.somethingThatIsGone] as const];
  const fitting = inputs
    .filter(({ kind }) => kinds.includes(kind))
    .map(({ path, label: name }) => [path, name] as const);
  return <SelectField label={label} value={value} options={[...gone, ...fitting]} onChange={onTake} />;
}

const AMOUNTS = ['money', 'number'];
const DATES = ['date', 'dateTime'];

// eslint-disable-next-line max-lines-per-function -- a case a form, and nothing between them
function FormParts({ form, type, inputs, onChange }: PartsProps) {
  const pick = (label: string, value: string, kinds: readonly string[], take: (path: string) => Form) => (
    <Pick
      label={label}
      value={value}
      kinds={kinds}
      inputs={inputs}
      onTake={(path) => {
        onChange(take(path));
      }}
    />
  );
  switch (form.kind) {
    case 'dateFromDate':
      return (
        <>
          {pick(say.from, form.from, DATES, (from) => ({ ...form, from }))}
          <ShiftForm
            shift={form.shift}
            onChange={(shift) => {
              onChange({ ...form, shift: shift ?? { amount: 0, unit: form.shift.unit } });
            }}
          />
        </>
      );
    case 'daysBetween':
      return (
        <>
          {pick(say.from, form.from, DATES, (from) => ({ ...form, from }))}
          {pick(say.to, form.to, DATES, (to) => ({ ...form, to }))}
          <SelectField
            label={say.countedIn}
            value={form.unit}
            options={[
              ['days', 'days'],
              ['workingDays', say.workingDays],
            ]}
            onChange={(unit) => {
              onChange({ ...form, unit });
            }}
          />
        </>
      );
    case 'total':
    case 'count':
    case 'extreme':
      return <TableParts form={form} type={type} onChange={onChange} />;
    case 'percentage':
      return (
        <>
          <TextField
            label={say.percent}
            type="number"
            value={String(form.basisPoints / 100)}
            onChange={(typed) => {
              onChange({ ...form, basisPoints: Math.round(Number(typed) * 100) || 0 });
            }}
          />
          {pick(say.of, form.of, AMOUNTS, (of) => ({ ...form, of }))}
        </>
      );
    case 'share':
      return (
        <>
          {pick(say.what, form.part, AMOUNTS, (part) => ({ ...form, part }))}
          {pick(say.asAPercentageOf, form.whole, AMOUNTS, (whole) => ({ ...form, whole }))}
        </>
      );
    case 'sum':
      return (
        <>
          <PathList
            label={say.added}
            paths={form.plus}
            inputs={inputs}
            onChange={(plus) => {
              onChange({ ...form, plus });
            }}
          />
          <PathList
            label={say.takenAway}
            paths={form.minus}
            inputs={inputs}
            onChange={(minus) => {
              onChange({ ...form, minus });
            }}
          />
        </>
      );
    case 'choose':
      return <ChooseParts form={form} inputs={inputs} onChange={onChange} />;
    default:
      return form satisfies never;
  }
}
