import { Link } from 'react-router';
import type { PassageDetail } from '../../../contract/passages.ts';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { useRestorePassageMutation } from '../../api/passages.ts';
import { Button } from '../../ui/Button.tsx';
import { dayOf } from '../../words/dates.ts';
import { plural } from '../../words/wording.ts';
import classes from '../../parts/wording/Workshop.module.css';

interface PassageUseProps {
  readonly passage: PassageDetail;
  readonly mayChange: boolean;
  readonly onRetire: () => void;
}

/** Everywhere a change of a passage would show, and its earlier wordings. */
export function PassageUse({ passage, mayChange, onRetire }: PassageUseProps) {
  const [restore] = useRestorePassageMutation();
  const earlier = passage.versions.slice(1, 8);
  return (
    <>
      <Uses passage={passage} />
      {earlier.length > 0 ? (
        <section className={classes.problems} aria-label="Earlier wordings">
          {earlier.map(({ id, number, madeBy, madeAtUtc, why: reason }) => (
            <div key={id}>
              <span>
                Version {number}, {madeBy}, {formatDate(dayOf(madeAtUtc), 'short')}: {reason}
              </span>
              {mayChange ? (
                <Button onClick={() => void restore({ id: passage.id, versionId: id })}>Go back to it</Button>
              ) : null}
            </div>
          ))}
        </section>
      ) : null}
      {mayChange ? <Button onClick={onRetire}>Retire this passage</Button> : null}
    </>
  );
}

/** In how many places a passage stands. */
export const usedIn = ({ usedIn: { templates, passages, signatureOf } }: PassageDetail): number =>
  templates.length + passages.length + signatureOf.length;

function Uses({ passage }: { readonly passage: PassageDetail }) {
  const { templates, passages, signatureOf } = passage.usedIn;
  return (
    <section className={classes.page}>
      <h2>
        {usedIn(passage) === 0 ? 'Used nowhere yet' : `A change shows in ${plural(usedIn(passage), 'place')}`}
      </h2>
      <ul>
        {templates.map(({ id, name }) => (
          <li key={id}>
            <Link to={`/templates/${id}`}>{name}</Link>
          </li>
        ))}
        {passages.map(({ id, name }) => (
          <li key={id}>
            the passage <Link to={`/passages/${id}`}>{name}</Link>
          </li>
        ))}
        {signatureOf.map((name) => (
          <li key={name}>{name}’s signature, in every template that has a place for it</li>
        ))}
      </ul>
    </section>
  );
}
