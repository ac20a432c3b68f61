import { Link } from 'react-router';
import { useOfferedLatelyQuery } from '../../api/answers.ts';
import { Offered } from '../../parts/answers/Offered.tsx';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/answers.ts';
import classes from './Today.module.css';

interface AnswersTodayProps {
  readonly whose: 'mine' | 'all';
  readonly mayChange: boolean;
}

/** What answers offer to the records in hand. */
export function AnswersToday({ whose, mayChange }: AnswersTodayProps) {
  const { data } = useOfferedLatelyQuery(whose);
  const items = data?.items ?? [];
  if (items.length === 0) return null;
  return (
    <section aria-label={say.toTakeOver}>
      <h2>{say.toTakeOver}</h2>
      {items.map((offered) => (
        <div key={offered.id} className={classes.line}>
          <Tip label={offered.title}>
            <Link to={`/matters/${offered.matterId}`} className={classes.reference}>
              {offered.reference}
            </Link>
          </Tip>
          <div className={classes.offered}>
            <Offered offered={offered} mayChange={mayChange} />
          </div>
        </div>
      ))}
    </section>
  );
}
