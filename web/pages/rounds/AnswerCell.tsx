import type { RoundView } from '../../../contract/rounds.ts';
import { answerOf } from '../../../core/template/blanks.ts';
import type { Value } from '../../../core/model/value.ts';
import type { CellDefinition } from '../../../core/template/readCell.ts';
import { IconArrowDown } from '@tabler/icons-react';
import { say } from '../../words/en/rounds.ts';
import { useReadCell } from '../../parts/values/useReadCell.ts';
import { ValueInput } from '../../parts/values/ValueInput.tsx';
import classes from './Rounds.module.css';

interface AnswerCellProps {
  readonly blank: RoundView['blanks'][number];
  readonly answer: string;
  readonly reference: string;
  readonly onAnswer: (answer: string) => void;
  /** Says whether what was pasted was more than one cell, and was taken. */
  readonly onPaste: (text: string) => boolean;
  /** Gives this answer to the messages below that have none. */
  readonly onFillDown?: (answer: string) => void;
}

/** The answer to one blank of one message, in a field of its kind. */
export function AnswerCell({ blank, answer, reference, onAnswer, onPaste, onFillDown }: AnswerCellProps) {
  const read = useReadCell('');
  const definition = {
    ...blank,
    kind: blank.kind as CellDefinition['kind'],
    label: `${blank.label}, ${reference}`,
  };
  const value = answer === '' ? undefined : read(definition, answer);
  return (
    <div
      className={classes.cell}
      onPaste={(event) => {
        if (onPaste(event.clipboardData.getData('text/plain'))) event.preventDefault();
      }}
    >
      <ValueInput
        key={answer}
        definition={definition}
        value={value as Parameters<typeof ValueInput>[0]['value']}
        currency=""
        onValue={(taken) => {
          onAnswer(taken ? answerOf(taken as Value) : '');
        }}
      />
      {answer === '' || !onFillDown ? null : (
        <button
          type="button"
          className={classes.fillDown}
          aria-label={say.fillDown(blank.label, reference)}
          onClick={() => {
            onFillDown(answer);
          }}
        >
          <IconArrowDown size={12} stroke={2} aria-hidden="true" />
        </button>
      )}
    </div>
  );
}
