import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { Button } from '../../../ui/Button.tsx';
import { mayDo } from '../../../words/rights.ts';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice.ts';
import { STARTER_TYPES } from '../../../words/en/starterTypes.ts';
import classes from '../Practice.module.css';

/** The kinds of matters, each with what it holds. */
export function KindsPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const { data: types, error } = useMatterTypesQuery();
  return (
    <section aria-label={say.matterTypes} tabIndex={0}>
      <h2>{say.matterTypes}</h2>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {types?.items.map(({ id, matters, definition }) => (
        <Link key={id} to={`/practice/kinds/${id}`} className={classes.kind}>
          <b>{definition.name}</b>
          <span>
            {plural(definition.facts.length, say.fact)}, {plural(definition.roles.length, say.role)},{' '}
            {plural(definition.calculated.length, say.calculatedValue)}
          </span>
          <small>{plural(matters, say.matter)}</small>
        </Link>
      ))}
      {mayDo(user, 'settings') ? (
        <>
          <Button kind="go" onClick={() => void navigate('/practice/kinds/new')}>
            {say.newMatterType}
          </Button>
          <h2>{say.orBeginFrom}</h2>
          <p>{say.changeItAsYouNeed}</p>
          {STARTER_TYPES.map((definition) => (
            <Link
              key={definition.name}
              to="/practice/kinds/new"
              state={{ definition }}
              className={classes.kind}
            >
              <b>{definition.name}</b>
              <span>
                {[...definition.roles, ...definition.keyDates].map(({ label }) => label).join(', ')}
              </span>
            </Link>
          ))}
        </>
      ) : null}
    </section>
  );
}
