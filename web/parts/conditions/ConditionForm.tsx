import { groupBy } from '../../../core/model/groupBy.ts';
import type { Condition, ConditionGroup, ConditionTest } from '../../../core/model/condition.ts';
import { Button } from '../../ui/Button.tsx';
import classes from './ConditionForm.module.css';

/** A value that a condition can ask about. */
export interface AskedField {
  readonly path: string;
  readonly label: string;
  readonly kind: string;
  /** Under which it stands in the list. */
  readonly group?: string;
  readonly choices?: readonly { readonly key: string; readonly label: string }[];
}

type Op = ConditionTest['op'];

const OP_WORDS: Readonly<Record<Op, string>> = {
  is: 'is',
  isNot: 'is not',
  filled: 'is there',
  empty: 'is not there',
  atLeast: 'is at least',
  atMost: 'is at most',
  before: 'is before',
  notBefore: 'is on or after',
};

const OPS: Readonly<Record<string, readonly Op[]>> = {
  yesNo: ['is'],
  choice: ['is', 'isNot', 'filled', 'empty'],
  text: ['filled', 'empty', 'is', 'isNot'],
  number: ['atLeast', 'atMost', 'is', 'isNot', 'filled', 'empty'],
  money: ['atLeast', 'atMost', 'filled', 'empty'],
  date: ['filled', 'empty', 'before', 'notBefore'],
};
const opsOf = (kind: string): readonly Op[] => OPS[kind] ?? ['filled', 'empty'];

/** The test a field is first asked by. */
function firstTest({ kind, choices }: AskedField): ConditionTest {
  if (kind === 'yesNo') return { op: 'is', value: true };
  if (kind === 'choice') return { op: 'is', value: choices?.[0]?.key ?? '' };
  return { op: 'filled' };
}

function testFor(op: Op, field: AskedField): ConditionTest {
  switch (op) {
    case 'filled':
    case 'empty':
      return { op };
    case 'is':
    case 'isNot':
      return { op, value: field.kind === 'yesNo' ? true : (field.choices?.[0]?.key ?? '') };
    case 'atLeast':
    case 'atMost':
      return { op, value: 1 };
    case 'before':
    case 'notBefore':
      return { op, than: 'day.today' };
    default:
      return op satisfies never;
  }
}

interface ConditionFormProps {
  readonly group: ConditionGroup;
  readonly fields: readonly AskedField[];
  readonly onChange: (group: ConditionGroup) => void;
}

/** Conditions picked from lists: what is asked of which value, and whether all or any of them must hold. */
export function ConditionForm({ group, fields, onChange }: ConditionFormProps) {
  const set = (at: number, condition: Condition): void => {
    onChange({ ...group, conditions: group.conditions.map((one, n) => (n === at ? condition : one)) });
  };
  const [first] = fields;
  return (
    <div className={classes.form}>
      {group.conditions.map((condition, n) => (
        <div key={n} className={classes.line}>
          {n === 0 ? (
            <span>when</span>
          ) : (
            <select
              aria-label="All or any"
              value={group.join}
              onChange={(event) => {
                onChange({ ...group, join: event.currentTarget.value === 'any' ? 'any' : 'all' });
              }}
            >
              <option value="all">and</option>
              <option value="any">or</option>
            </select>
          )}
          <ConditionLine
            condition={condition}
            fields={fields}
            onChange={(changed) => {
              set(n, changed);
            }}
          />
          <Button
            aria-label="Take this condition out"
            onClick={() => {
              onChange({ ...group, conditions: group.conditions.filter((_, m) => m !== n) });
            }}
          >
            ×
          </Button>
        </div>
      ))}
      {first ? (
        <Button
          onClick={() => {
            onChange({
              ...group,
              conditions: [...group.conditions, { path: first.path, test: firstTest(first) }],
            });
          }}
        >
          {group.conditions.length === 0 ? 'Add a condition' : 'Another condition'}
        </Button>
      ) : null}
    </div>
  );
}

function ConditionLine({
  condition,
  fields,
  onChange,
}: {
  readonly condition: Condition;
  readonly fields: readonly AskedField[];
  readonly onChange: (condition: Condition) => void;
}) {
  const { path, test } = condition;
  const field = fields.find((known) => known.path === path) ?? { path, label: path, kind: 'text' };
  return (
    <>
      <select
        aria-label="Value"
        value={path}
        onChange={(event) => {
          const chosen = fields.find((known) => known.path === event.currentTarget.value);
          if (chosen) onChange({ path: chosen.path, test: firstTest(chosen) });
        }}
      >
        {fields.some((known) => known.path === path) ? null : (
          <option value={path}>something that is gone</option>
        )}
        {[...groupBy(fields, ({ group = '' }) => group)].map(([group, some]) =>
          group === '' ? (
            some.map(optionOf)
          ) : (
            <optgroup key={group} label={group}>
              {some.map(optionOf)}
            </optgroup>
          ),
        )}
      </select>
      <select
        aria-label="Test"
        value={test.op}
        onChange={(event) => {
          const op = opsOf(field.kind).find((known) => known === event.currentTarget.value);
          if (op) onChange({ path, test: testFor(op, field) });
        }}
      >
        {[...new Set([...opsOf(field.kind), test.op])].map((op) => (
          <option key={op} value={op}>
            {OP_WORDS[op]}
          </option>
        ))}
      </select>
      <TestValue
        test={test}
        field={field}
        dates={fields.filter(({ kind }) => kind === 'date')}
        onChange={(changed) => {
          onChange({ path, test: changed });
        }}
      />
    </>
  );
}

const optionOf = ({ path, label }: AskedField) => (
  <option key={path} value={path}>
    {label}
  </option>
);

const MINOR = 100;

function TestValue({
  test,
  field,
  dates,
  onChange,
}: {
  readonly test: ConditionTest;
  readonly field: AskedField;
  readonly dates: readonly AskedField[];
  readonly onChange: (test: ConditionTest) => void;
}) {
  switch (test.op) {
    case 'filled':
    case 'empty':
      return null;
    case 'is':
    case 'isNot': {
      const options =
        field.kind === 'yesNo'
          ? [
              { key: 'yes', label: 'yes' },
              { key: 'no', label: 'no' },
            ]
          : (field.choices ?? []);
      const value = typeof test.value === 'boolean' ? (test.value ? 'yes' : 'no') : test.value;
      const take = (typed: string): void => {
        onChange({ op: test.op, value: field.kind === 'yesNo' ? typed === 'yes' : typed });
      };
      return options.length > 0 ? (
        <select
          aria-label="Is what"
          value={value}
          onChange={(event) => {
            take(event.currentTarget.value);
          }}
        >
          {options.map(({ key, label }) => (
            <option key={key} value={key}>
              {label}
            </option>
          ))}
        </select>
      ) : (
        <input
          aria-label="Is what"
          value={value}
          onChange={(event) => {
            take(event.currentTarget.value);
          }}
        />
      );
    }
    case 'atLeast':
    case 'atMost': {
      const scale = field.kind === 'money' ? MINOR : 1;
      return (
        <input
          aria-label="How much"
          type="number"
          step="any"
          value={test.value / scale}
          onChange={(event) => {
            const typed = event.currentTarget.valueAsNumber;
            if (Number.isFinite(typed)) onChange({ op: test.op, value: Math.round(typed * scale) });
          }}
        />
      );
    }
    case 'before':
    case 'notBefore':
      return (
        <select
          aria-label="Than when"
          value={test.than}
          onChange={(event) => {
            onChange({ op: test.op, than: event.currentTarget.value });
          }}
        >
          {dates.map(({ path, label }) => (
            <option key={path} value={path}>
              {label}
            </option>
          ))}
        </select>
      );
    default:
      return test satisfies never;
  }
}
