import { useRoundAnswersQuery } from '../../api/rounds.ts';
import { say } from '../../words/en/rounds.ts';
import classes from './Rounds.module.css';

/** What those a round went to have answered to what it asks, question by question; nothing where it asked nothing. */
export function Answered({ roundId }: { readonly roundId: string }) {
  const { data } = useRoundAnswersQuery(roundId);
  if (!data || data.asked === 0) return null;
  return (
    <section className={classes.answered} aria-label={say.answersToThis}>
      <h2>{say.answersToThis}</h2>
      <p>{say.answeredOf(data.answered, data.asked)}</p>
      <dl>
        {data.questions.map(({ ask, answered, choices }) => (
          <div key={ask}>
            <dt>{ask}</dt>
            <dd>
              {choices.length === 0
                ? say.answeredTimes(answered)
                : choices.map(({ text, times }) => (
                    <span key={text}>
                      {text} <b>{times}</b>
                    </span>
                  ))}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
