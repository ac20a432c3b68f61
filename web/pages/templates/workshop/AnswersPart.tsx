import { USUAL_ANSWERS } from '../../../../core/template/template.ts';
import { CheckField } from '../../../ui/Field.tsx';
import { WholeField } from '../../../ui/NumberField.tsx';
import classes from '../../../parts/wording/Workshop.module.css';
import { say } from '../../../words/en/questions.ts';
import { Part } from './Part.tsx';
import type { ContentPartProps } from './Part.tsx';

/** As long as a page can take answers, in working days. */
const MOST_DAYS = 120;

interface SomeNode {
  readonly type?: unknown;
  readonly content?: unknown;
}

const isNode = (value: unknown): value is SomeNode => typeof value === 'object' && value !== null;

const asks = (node: unknown): boolean =>
  isNode(node) && (node.type === 'question' || (Array.isArray(node.content) && node.content.some(asks)));

/** Until when what a template asks is answered; nothing where it asks nothing. */
export function AnswersPart({ content, onContent }: Omit<ContentPartProps, 'catalogue'>) {
  if (!asks(content.body)) return null;
  const { workingDays, once = false } = content.answers ?? USUAL_ANSWERS;
  return (
    <Part title={say.answers}>
      <div className={classes.partRow}>
        <WholeField
          label={say.answersTaken}
          value={workingDays}
          least={1}
          most={MOST_DAYS}
          onChange={(days) => {
            onContent({ answers: { workingDays: days, ...(once ? { once } : {}) } });
          }}
        />
        <CheckField
          label={say.mayCorrect}
          checked={!once}
          onChange={(mayCorrect) => {
            onContent({ answers: { workingDays, ...(mayCorrect ? {} : { once: true }) } });
          }}
        />
      </div>
    </Part>
  );
}
