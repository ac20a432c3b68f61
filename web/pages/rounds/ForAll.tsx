import { useState } from 'react';
import type { RoundView } from '../../../contract/rounds.ts';
import { useChangeRoundMutation } from '../../api/rounds.ts';
import { Button } from '../../ui/Button.tsx';
import { say } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import { AnswerCell } from './AnswerCell.tsx';
import classes from './Rounds.module.css';

/** A blank answered once for every message that has no answer of its own. */
export function ForAll({
  round,
  blanks,
}: {
  readonly round: RoundView;
  readonly blanks: RoundView['blanks'];
}) {
  const [change, { error, isLoading }] = useChangeRoundMutation();
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>(round.answers);
  return (
    <div className={classes.forAll} role="group" aria-label={say.fillForAll}>
      {blanks.map((blank) => (
        <div key={blank.key} className={classes.forOne}>
          <AnswerCell
            blank={{ ...blank, label: say.answerForAll(blank.label) }}
            answer={answers[blank.key] ?? ''}
            reference=""
            onAnswer={(text) => {
              setAnswers({ ...answers, [blank.key]: text });
            }}
            onPaste={() => false}
          />
          <span>{blank.label}</span>
        </div>
      ))}
      <Button
        disabled={isLoading || JSON.stringify(answers) === JSON.stringify(round.answers)}
        onClick={() => void change({ id: round.id, change: { answers: { ...answers } } })}
      >
        {say.fillForAll}
      </Button>
      <small>{say.pasteHint}</small>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
