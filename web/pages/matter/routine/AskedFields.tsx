import type { RoutineRun } from '../../../../contract/routines.ts';
import type { Value } from '../../../../core/model/value.ts';
import { answerOf } from '../../../../core/template/blanks.ts';
import type { CellDefinition } from '../../../../core/template/readCell.ts';
import { useReadCell } from '../../../parts/values/useReadCell.ts';
import { ValueInput } from '../../../parts/values/ValueInput.tsx';
import { SelectField } from '../../../ui/Field.tsx';
import { say } from '../../../words/en/routines.ts';
import classes from './RoutinePane.module.css';

type Asked = RoutineRun['asked'][number];

interface AskedFieldsProps {
  readonly asked: readonly Asked[];
  /** Names of the matter's documents: one that is chosen goes along. */
  readonly documents: readonly string[];
  readonly answers: Readonly<Record<string, string>>;
  readonly onAnswer: (change: (before: Record<string, string>) => Record<string, string>) => void;
}

/** What whoever runs it has to say, each once, in fields of their kinds. */
export function AskedFields({ asked, documents, answers, onAnswer }: AskedFieldsProps) {
  if (asked.length === 0) return null;
  return (
    <section className={classes.asked} aria-label={say.pleaseFillIn}>
      <h3>{say.pleaseFillIn}</h3>
      {asked.map((one) => (
        <AskedField
          key={one.key}
          one={one}
          documents={documents}
          answer={answers[one.key] ?? ''}
          onAnswer={(answer) => {
            onAnswer((before) => ({ ...before, [one.key]: answer }));
          }}
        />
      ))}
    </section>
  );
}

interface AskedFieldProps {
  readonly one: Asked;
  readonly documents: readonly string[];
  readonly answer: string;
  readonly onAnswer: (answer: string) => void;
}

function AskedField({ one, documents, answer, onAnswer }: AskedFieldProps) {
  const currency = one.currency ?? '';
  const read = useReadCell(currency);
  const definition = { ...one, kind: one.kind as CellDefinition['kind'] };
  if (one.kind === 'document')
    return (
      <SelectField
        label={one.label}
        value={answer}
        options={[['', say.chooseADocument], ...documents.map((name) => [name, name] as const)]}
        onChange={onAnswer}
      />
    );
  const value = answer === '' ? undefined : read(definition, answer);
  return (
    <div className={classes.field}>
      <span aria-hidden="true">{one.label}</span>
      <ValueInput
        key={answer}
        definition={definition}
        value={value as Parameters<typeof ValueInput>[0]['value']}
        currency={currency}
        onValue={(taken) => {
          onAnswer(taken ? answerOf(taken as Value) : '');
        }}
      />
      {one.help === undefined ? null : <small>{one.help}</small>}
    </div>
  );
}
