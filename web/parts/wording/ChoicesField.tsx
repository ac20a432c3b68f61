import { QUESTION_BOUNDS } from '../../../core/template/question.ts';
import { TextField } from '../../ui/Field.tsx';
import { say } from '../../words/en/questions.ts';

interface ChoicesFieldProps {
  readonly options: readonly string[];
  readonly onChange: (options: readonly string[]) => void;
}

/** What there is to choose from, on one line, apart by semicolons. */
export const ChoicesField = ({ options, onChange }: ChoicesFieldProps) => (
  <TextField
    label={say.choices}
    value={options.join('; ')}
    onChange={(text) => {
      const parts = text.split(';').map((one) => one.trimStart().slice(0, QUESTION_BOUNDS.option));
      onChange(parts.slice(0, QUESTION_BOUNDS.options));
    }}
  />
);
