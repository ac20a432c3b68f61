import type { MatterTypeJson } from '../../../../contract/matterTypes.ts';
import type { FactKind } from '../../../../core/model/value.ts';
import { FACT_KINDS } from '../../../../core/model/value.ts';
import { Button } from '../../../ui/Button.tsx';
import { Ordered } from '../../../ui/Ordered.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { keyFor } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';

type Fact = MatterTypeJson['facts'][number];

const KIND_WORDS: Readonly<Record<FactKind, string>> = {
  text: say.text,
  longText: say.longerText,
  number: say.aNumber,
  money: say.anAmount,
  date: say.aDate,
  dateTime: say.aDateAndTime,
  yesNo: say.yesOrNo,
  choice: say.choice,
  contact: say.aPersonOfTheDirectory,
};

const keyOf = ({ key }: { readonly key: string }): string => key;

interface FactRowsProps {
  readonly rows: readonly Fact[];
  readonly noun: string;
  readonly onChange: (rows: Fact[]) => void;
}

/** Facts of a matter or columns of a table, each with its kind. */
export function FactRows({ rows, noun, onChange }: FactRowsProps) {
  const set = (at: number, fact: Fact): void => {
    onChange(rows.map((one, n) => (n === at ? fact : one)));
  };
  return (
    <>
      <Ordered items={rows} idOf={keyOf} nameOf={({ label }) => label || noun} onOrder={onChange}>
        {(fact, n, place, handle) => (
          <div className={classes.row} {...place}>
            {handle}
            <TextField
              label={say.name}
              value={fact.label}
              onChange={(label) => {
                set(n, { ...fact, label });
              }}
            />
            <SelectField
              label={say.type}
              value={fact.kind}
              options={FACT_KINDS.map((kind) => [kind, KIND_WORDS[kind]] as const)}
              onChange={(kind) => {
                set(n, { ...fact, kind });
              }}
            />
            {fact.kind === 'choice' ? (
              <TextField
                label={say.theListALineEach}
                multiline
                value={(fact.choices ?? []).map(({ label }) => label).join('\n')}
                onChange={(typed) => {
                  const choices = typed.split('\n').map((label, m) => ({
                    key: fact.choices?.[m]?.key ?? `c${m + 1}`,
                    label,
                  }));
                  set(n, { ...fact, choices: typed === '' ? [] : choices });
                }}
              />
            ) : null}
            <Button
              aria-label={say.removeNamed(fact.label || noun)}
              onClick={() => {
                onChange(rows.filter((_, m) => m !== n));
              }}
            >
              ×
            </Button>
          </div>
        )}
      </Ordered>
      <Button
        onClick={() => {
          onChange([...rows, { key: keyFor(noun, rows), label: '', kind: 'text' }]);
        }}
      >
        {say.addA(noun)}
      </Button>
    </>
  );
}

interface LabelRowsProps {
  readonly rows: readonly { readonly key: string; readonly label: string }[];
  readonly noun: string;
  readonly onChange: (rows: { key: string; label: string }[]) => void;
}

/** A list of names. */
export function LabelRows({ rows, noun, onChange }: LabelRowsProps) {
  return (
    <>
      <Ordered items={rows} idOf={keyOf} nameOf={({ label }) => label || noun} onOrder={onChange}>
        {({ key, label }, n, place, handle) => (
          <div className={classes.row} {...place}>
            {handle}
            <TextField
              label={say.name}
              value={label}
              onChange={(typed) => {
                onChange(rows.map((one, m) => (m === n ? { key, label: typed } : one)));
              }}
            />
            <Button
              aria-label={say.removeNamed(label || noun)}
              onClick={() => {
                onChange(rows.filter((_, m) => m !== n));
              }}
            >
              ×
            </Button>
          </div>
        )}
      </Ordered>
      <Button
        onClick={() => {
          onChange([...rows, { key: keyFor(noun, rows), label: '' }]);
        }}
      >
        {say.addA(noun)}
      </Button>
    </>
  );
}
