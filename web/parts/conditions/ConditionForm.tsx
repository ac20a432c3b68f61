import type { Condition, ConditionGroup, ConditionTest } from '../../../core/model/condition.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { say } from '../../words/en/parts-conditions.ts';
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
  isNot: say.isNot,
  filled: say.isThere,
  empty: say.isNotThere,
  atLeast: say.isAtLeast,
  atMost: say.isAtMost,
  before: say.isBefore,
  notBefore: say.isOnOrAfter,
  within: say.isFromTo,
};

const OPS: Readonly<Record<string, readonly Op[]>> = {
  yesNo: ['is'],
  choice: ['is', 'isNot', 'filled', 'empty'],
  text: ['filled', 'empty', 'is', 'isNot'],
  number: ['atLeast', 'atMost', 'is', 'isNot', 'filled', 'empty'],
  money: ['atLeast', 'atMost', 'filled', 'empty'],
  date: ['filled', 'empty', 'within', 'before', 'notBefore'],
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
    case 'within':
      return { op, fromDays: 0, untilDays: 30 };
    default:
      return op satisfies never;
  }
}

interface ConditionFormProps {
  readonly group: ConditionGroup;
  readonly fields: readonly AskedField[];
  readonly onChange: (group: ConditionGroup) => void;
}

/** Conditions as a sentence whose parts are picked: what is asked of which value, and whether all or any of them must hold. */
export function ConditionForm({ group, fields, onChange }: ConditionFormProps) {
  const set = (at: number, condition: Condition): void => {
    onChange({ ...group, conditions: group.conditions.map((one, n) => (n === at ? condition : one)) });
  };
  const [first] = fields;
  return (
    <div className={classes.sentence}>
      {group.conditions.map((condition, n) => (
        <span key={n} className={classes.part}>
          <Joining
            n={n}
            join={group.join}
            onJoin={(join) => {
              onChange({ ...group, join });
            }}
          />
          <ConditionPart
            condition={condition}
            fields={fields}
            onChange={(changed) => {
              set(n, changed);
            }}
          />
          <Button
            aria-label={say.removeThisCondition}
            className={classes.remove}
            onClick={() => {
              onChange({ ...group, conditions: group.conditions.filter((_, m) => m !== n) });
            }}
          >
            ×
          </Button>
        </span>
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
          {group.conditions.length === 0 ? say.addACondition : say.anotherCondition}
        </Button>
      ) : null}
    </div>
  );
}

interface JoiningProps {
  readonly n: number;
  readonly join: ConditionGroup['join'];
  readonly onJoin: (join: ConditionGroup['join']) => void;
}

/** What stands before a part of the sentence: it is chosen once, before the second, whether all must hold or any. */
function Joining({ n, join, onJoin }: JoiningProps) {
  if (n === 0) return <span>{say.when}</span>;
  if (n > 1) return <span>{join === 'all' ? say.and : 'or'}</span>;
  return (
    <Choice
      label={say.allOrAny}
      bare
      plain
      value={join}
      options={[
        { value: 'all', label: 'and' },
        { value: 'any', label: 'or' },
      ]}
      onChange={onJoin}
    />
  );
}

function ConditionPart({
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
      <Choice
        label={say.value}
        bare
        plain
        gone={say.somethingThatIsGone}
        value={path}
        options={fields.map(({ path: value, label, group }) => ({
          value,
          label,
          ...(group === undefined ? {} : { group }),
        }))}
        onChange={(value) => {
          const chosen = fields.find((known) => known.path === value);
          if (chosen) onChange({ path: chosen.path, test: firstTest(chosen) });
        }}
      />
      <Choice
        label={say.test}
        bare
        plain
        value={test.op}
        options={[...new Set([...opsOf(field.kind), test.op])].map((op) => ({
          value: op,
          label: OP_WORDS[op],
        }))}
        onChange={(op) => {
          onChange({ path, test: testFor(op, field) });
        }}
      />
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
        <Choice
          label={say.isWhat}
          bare
          plain
          value={value}
          options={options.map(({ key, label }) => ({ value: key, label }))}
          onChange={take}
        />
      ) : (
        <input
          aria-label={say.isWhat}
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
          aria-label={say.howMuch}
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
        <Choice
          label={say.thanWhen}
          bare
          plain
          value={test.than}
          options={dates.map(({ path, label }) => ({ value: path, label }))}
          onChange={(than) => {
            onChange({ op: test.op, than });
          }}
        />
      );
    case 'within':
      return <SpanValue test={test} onChange={onChange} />;
    default:
      return test satisfies never;
  }
}

interface SpanValueProps {
  readonly test: Extract<ConditionTest, { readonly op: 'within' }>;
  readonly onChange: (test: ConditionTest) => void;
}

function SpanValue({ test, onChange }: SpanValueProps) {
  return (
    <>
      <DaysAway
        label={say.firstDay}
        value={test.fromDays}
        onChange={(fromDays) => {
          onChange({ ...test, fromDays });
        }}
      />
      <span>{say.until}</span>
      <DaysAway
        label={say.lastDay}
        value={test.untilDays}
        onChange={(untilDays) => {
          onChange({ ...test, untilDays });
        }}
      />
      <span>{say.daysFromToday}</span>
    </>
  );
}

/** As many days away as a calendar takes. */
const FARTHEST_DAYS = 20_000;

interface DaysAwayProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (days: number) => void;
}

/** A day by how far away it is: -5 is five days ago. */
function DaysAway({ label, value, onChange }: DaysAwayProps) {
  return (
    <input
      aria-label={label}
      type="number"
      step={1}
      min={-FARTHEST_DAYS}
      max={FARTHEST_DAYS}
      value={value}
      onChange={(event) => {
        const typed = event.currentTarget.valueAsNumber;
        if (Number.isInteger(typed) && Math.abs(typed) <= FARTHEST_DAYS) onChange(typed);
      }}
    />
  );
}
