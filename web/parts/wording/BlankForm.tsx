import { useState } from 'react';
import type { FieldChoice, TemplateContentJson } from '../../../contract/templates.ts';
import { BLANK_KINDS } from '../../../core/template/blanks.ts';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { ShiftForm } from '../conditions/ShiftForm.tsx';
import { KIND_WORDS } from '../../words/en/templateWords.ts';
import { say } from '../../words/en/parts-wording.ts';

type Blanks = TemplateContentJson['blanks'];
type Blank = Blanks[number];

interface BlankFormProps {
  readonly blank: Blank;
  readonly fields: readonly FieldChoice[];
  readonly onChange: (blank: Blank) => void;
}

/** Stands for words that are proposed as they are; no field has such a path. */
const WORDS = '=';

/** What a blank asks, how it is answered, and what it proposes. */
export function BlankForm({ blank, fields, onChange }: BlankFormProps) {
  const dated = blank.kind === 'date';
  const proposals = fields.filter(({ kind }) =>
    dated ? kind === 'date' : kind === blank.kind || blank.kind === 'text',
  );
  const { defaultFrom: _old, proposes: _words, ...bare } = blank;
  const mayPropose = blank.kind === 'text' || blank.kind === 'longText' || blank.kind === 'choice';
  return (
    <>
      <TextField
        label={say.askedAs}
        value={blank.label}
        onChange={(label) => {
          onChange({ ...blank, label });
        }}
      />
      <SelectField
        label={say.answeredWith}
        value={blank.kind}
        options={BLANK_KINDS.map((kind) => [kind, KIND_WORDS[kind]] as const)}
        onChange={(kind) => {
          const { looks: _looks, ...rest } = bare;
          onChange({ ...rest, kind });
        }}
      />
      {blank.kind === 'choice' ? (
        <ChoiceList
          key={blank.key}
          choices={blank.choices ?? []}
          onChange={(choices) => {
            onChange({ ...blank, choices });
          }}
        />
      ) : null}
      <TextField
        label={say.helpForTheWriter}
        value={blank.help ?? ''}
        onChange={(help) => {
          onChange({ ...blank, help });
        }}
      />
      <SelectField
        label={say.proposes}
        value={blank.defaultFrom?.path ?? (blank.proposes === undefined ? '' : WORDS)}
        options={[
          ['', 'nothing'],
          ...(mayPropose ? [[WORDS, say.fixedWords] as const] : []),
          ...proposals.map(({ path, label }) => [path, label] as const),
        ]}
        onChange={(path) => {
          if (path === WORDS) onChange({ ...bare, proposes: blank.choices?.[0]?.key ?? '' });
          else onChange(path === '' ? bare : { ...bare, defaultFrom: { path, shift: null } });
        }}
      />
      <ProposedWords blank={blank} onChange={onChange} />
      {dated && blank.defaultFrom ? (
        <ShiftForm
          shift={blank.defaultFrom.shift}
          onChange={(shift) => {
            onChange({ ...blank, defaultFrom: { path: blank.defaultFrom?.path ?? '', shift } });
          }}
        />
      ) : null}
      {dated ? (
        <SelectField
          label={say.aDayWithoutAYear}
          value={blank.looks ?? 'ahead'}
          options={[
            ['ahead', say.isTheNextToCome],
            ['back', say.isTheLastThatWas],
          ]}
          onChange={(looks) => {
            const { looks: _before, ...rest } = blank;
            onChange(looks === 'back' ? { ...rest, looks } : rest);
          }}
        />
      ) : null}
      <CheckField
        label={say.mustBeAnswered}
        checked={blank.required}
        onChange={(required) => {
          onChange({ ...blank, required });
        }}
      />
    </>
  );
}

/** Words, or a choice, that are proposed as they stand. */
function ProposedWords({ blank, onChange }: Pick<BlankFormProps, 'blank' | 'onChange'>) {
  const { proposes, choices = [] } = blank;
  if (proposes === undefined) return null;
  const change = (words: string): void => {
    onChange({ ...blank, proposes: words });
  };
  if (blank.kind !== 'choice')
    return <TextField label={say.proposedWords} value={proposes} onChange={change} />;
  const options = choices.map(({ key, label }) => [key, label] as const);
  return <SelectField label={say.proposedChoice} value={proposes} options={options} onChange={change} />;
}

type Choices = NonNullable<Blank['choices']>;

interface ChoiceListProps {
  readonly choices: Choices;
  readonly onChange: (choices: Choices) => void;
}

/** A list as it is typed: a line that is empty yet is no choice, and still the place where the next one is begun. */
function ChoiceList({ choices, onChange }: ChoiceListProps) {
  const [typed, setTyped] = useState(choices.map(({ label }) => label).join('\n'));
  return (
    <TextField
      label={say.theListALineEach}
      multiline
      value={typed}
      onChange={(text) => {
        setTyped(text);
        onChange(
          text
            .split('\n')
            .map((label, n) => ({ key: `c${n}`, label }))
            .filter(({ label }) => label.trim() !== ''),
        );
      }}
    />
  );
}
