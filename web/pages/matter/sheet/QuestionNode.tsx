import { NodeViewWrapper, ReactNodeViewRenderer } from '@tiptap/react';
import type { NodeViewProps } from '@tiptap/react';
import { useState } from 'react';
import { QUESTION_BOUNDS, optionWords, questionLines } from '../../../../core/template/question.ts';
import type { Question } from '../../../../core/template/question.ts';
import { DateTimeField } from '../../../parts/days/DateTimeField.tsx';
import { QuestionBlock } from '../../../parts/editor/messageNodes.ts';
import { ChoicesField } from '../../../parts/wording/ChoicesField.tsx';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, TextField } from '../../../ui/Field.tsx';
import { say } from '../../../words/en/questions.ts';
import classes from './Sheet.module.css';

/** A question on the sheet: as its recipient reads it, and what of it can be changed for this message. */
export const QuestionNode = QuestionBlock.extend({
  addNodeView: () =>
    ReactNodeViewRenderer(QuestionView, {
      // Keys and clicks inside belong to its fields, not to the text around it.
      stopEvent: () => true,
      ignoreMutation: () => true,
    }),
});

function QuestionView({ node, updateAttributes, deleteNode }: NodeViewProps) {
  const [changing, setChanging] = useState(false);
  const question = node.attrs as Question;
  const { ask, options } = questionLines({ type: 'question', attrs: question });
  return (
    <NodeViewWrapper className={classes.question} data-question="" role="group" aria-label={question.ask}>
      <p>
        <b>{ask}</b>
      </p>
      {options.length > 0 && !changing ? (
        <ul>
          {options.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      ) : null}
      {changing ? <Changing question={question} onSet={updateAttributes} /> : null}
      <p className={classes.questionButtons}>
        <Button
          aria-expanded={changing}
          onClick={() => {
            setChanging(!changing);
          }}
        >
          {changing ? say.done : say.change}
        </Button>
        <Button onClick={deleteNode}>{say.remove}</Button>
      </p>
    </NodeViewWrapper>
  );
}

interface ChangingProps {
  readonly question: Question;
  readonly onSet: (attrs: Partial<Question>) => void;
}

function Changing({ question: { ask, kind, options, required }, onSet }: ChangingProps) {
  return (
    <div className={classes.questionForm}>
      <TextField
        label={say.whatIsAsked}
        value={ask}
        onChange={(text) => {
          onSet({ ask: text.slice(0, QUESTION_BOUNDS.ask) });
        }}
      />
      {kind === 'one' || kind === 'several' ? (
        <ChoicesField
          options={options}
          onChange={(chosen) => {
            onSet({ options: chosen });
          }}
        />
      ) : null}
      {kind === 'day' ? <Days options={options} onSet={onSet} /> : null}
      <CheckField
        label={say.mustBeAnswered}
        checked={required}
        onChange={(must) => {
          onSet({ required: must });
        }}
      />
    </div>
  );
}

/** The days that are offered, one by one, and room to type another as people say it. */
function Days({ options, onSet }: { readonly options: readonly string[] } & Pick<ChangingProps, 'onSet'>) {
  const [moment, setMoment] = useState('');
  const [round, setRound] = useState(0);
  const day = moment.replace(' ', 'T');
  const mayAdd = day !== '' && !options.includes(day) && options.length < QUESTION_BOUNDS.days;
  return (
    <>
      <ul>
        {options.map((one) => (
          <li key={one}>
            {optionWords('day', one)}{' '}
            <Button
              aria-label={say.removeDay(optionWords('day', one))}
              onClick={() => {
                onSet({ options: options.filter((kept) => kept !== one) });
              }}
            >
              {say.remove}
            </Button>
          </li>
        ))}
      </ul>
      <DateTimeField key={round} label={say.anotherDay} value={moment} onChange={setMoment} />
      <Button
        disabled={!mayAdd}
        onClick={() => {
          onSet({ options: [...options, day].sort() });
          setMoment('');
          setRound(round + 1);
        }}
      >
        {say.addTheDay}
      </Button>
    </>
  );
}
