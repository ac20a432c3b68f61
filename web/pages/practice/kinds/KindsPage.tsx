import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { Button } from '../../../ui/Button.tsx';
import { mayDo } from '../../../words/rights.ts';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice.ts';
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
        <Button kind="go" onClick={() => void navigate('/practice/kinds/new')}>
          {say.newMatterType}
        </Button>
      ) : null}
    </section>
  );
}
