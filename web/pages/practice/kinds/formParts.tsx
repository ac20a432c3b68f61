import type { MatterTypeJson } from '../../../../contract/matterTypes.ts';
import type { Condition } from '../../../../core/model/condition.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { ConditionForm } from '../../../parts/conditions/ConditionForm.tsx';
import type { AskedField } from '../../../parts/conditions/ConditionForm.tsx';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';

export type Form = MatterTypeJson['calculated'][number]['form'];

export function TableParts({
  form,
  type,
  onChange,
}: {
  readonly form: Extract<Form, { kind: 'total' | 'count' | 'extreme' }>;
  readonly type: MatterTypeJson;
  readonly onChange: (form: Form) => void;
}) {
  const columns = type.tables.find(({ key }) => key === form.table)?.columns ?? [];
  const asked = columns.map(({ key, label, kind, choices }) => ({
    path: `row.${key}`,
    label,
    kind,
    ...(choices ? { choices } : {}),
  }));
  const setWhen = (when: Condition | undefined): void => {
    const { when: _old, ...rest } = form;
    onChange(when ? { ...rest, when } : rest);
  };
  return (
    <>
      <SelectField
        label={say.ofTheTable}
        value={form.table}
        options={type.tables.map(({ key, label }) => [key, label] as const)}
        onChange={(table) => {
          const { when: _old, ...rest } = form;
          onChange({ ...rest, table });
        }}
      />
      {form.kind === 'count' ? null : (
        <SelectField
          label={say.columnName}
          value={form.column}
          options={columns.map(({ key, label }) => [key, label] as const)}
          onChange={(column) => {
            onChange({ ...form, column });
          }}
        />
      )}
      {form.kind === 'extreme' ? (
        <SelectField
          label={say.which}
          value={form.which}
          options={[
            ['smallest', say.smallestOrEarliest],
            ['largest', say.largestOrLatest],
          ]}
          onChange={(which) => {
            onChange({ ...form, which });
          }}
        />
      ) : null}
      <ConditionForm
        group={{ join: 'all', conditions: form.when ? [form.when] : [] }}
        fields={asked}
        onChange={({ conditions }) => {
          setWhen(conditions.at(-1));
        }}
      />
    </>
  );
}

export function PathList({
  label,
  paths,
  inputs,
  onChange,
}: {
  readonly label: string;
  readonly paths: readonly string[];
  readonly inputs: readonly AskedField[];
  readonly onChange: (paths: string[]) => void;
}) {
  const free = inputs.filter(
    ({ kind, path }) => (kind === 'money' || kind === 'number') && !paths.includes(path),
  );
  return (
    <div className={classes.paths}>
      <small>{label}</small>
      {paths.map((path) => (
        <span key={path}>
          {inputs.find((one) => one.path === path)?.label ?? say.somethingThatIsGone}
          <Button
            aria-label={say.remove}
            onClick={() => {
              onChange(paths.filter((one) => one !== path));
            }}
          >
            ×
          </Button>
        </span>
      ))}
      <SelectField
        label={say.another(label)}
        bare
        value=""
        options={[['', say.add], ...free.map((one) => [one.path, one.label] as const)]}
        onChange={(path) => {
          if (path !== '') onChange([...paths, path]);
        }}
      />
    </div>
  );
}

export function ChooseParts({
  form,
  inputs,
  onChange,
}: {
  readonly form: Extract<Form, { kind: 'choose' }>;
  readonly inputs: readonly AskedField[];
  readonly onChange: (form: Form) => void;
}) {
  const textOf = (
    operand: Form extends never ? never : (typeof form.cases)[number]['take'] | undefined,
  ): string => (operand && 'value' in operand && operand.value.kind === 'text' ? operand.value.text : '');
  return (
    <>
      {form.cases.map((one, n) => (
        <div key={n} className={classes.paths}>
          <TextField
            label={say.theseWords}
            value={textOf(one.take)}
            onChange={(text) => {
              const take = { value: { kind: 'text' as const, text } };
              onChange({
                ...form,
                cases: form.cases.map((other, m) => (m === n ? { ...one, take } : other)),
              });
            }}
          />
          <ConditionForm
            group={one.when}
            fields={inputs}
            onChange={(when) => {
              const next = { ...one, when: { join: when.join, conditions: [...when.conditions] } };
              onChange({ ...form, cases: form.cases.map((other, m) => (m === n ? next : other)) });
            }}
          />
        </div>
      ))}
      <Button
        onClick={() => {
          const take = { value: { kind: 'text' as const, text: '' } };
          onChange({ ...form, cases: [...form.cases, { when: { join: 'all', conditions: [] }, take }] });
        }}
      >
        {say.anotherCase}
      </Button>
      <TextField
        label={say.otherwiseTheseWordsEmptyFor}
        value={textOf(form.otherwise)}
        onChange={(text) => {
          const { otherwise: _old, ...rest } = form;
          onChange(text === '' ? rest : { ...rest, otherwise: { value: { kind: 'text', text } } });
        }}
      />
    </>
  );
}
