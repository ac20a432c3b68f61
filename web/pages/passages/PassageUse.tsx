import { Link } from 'react-router';
import type { PassageDetail } from '../../../contract/passages.ts';
import { useRestorePassageMutation } from '../../api/passages.ts';
import { Button } from '../../ui/Button.tsx';
import { dayOf, writeDay } from '../../words/dates.ts';
import { plural } from '../../words/en/wording.ts';
import { say } from '../../words/en/passages.ts';
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
        <section className={classes.problems} aria-label={say.earlierWordings}>
          {earlier.map(({ id, number, madeBy, madeAtUtc, why: reason }) => (
            <div key={id}>
              <span>{say.version(number, madeBy, writeDay(dayOf(madeAtUtc), 'short'), reason)}</span>
              {mayChange ? (
                <Button onClick={() => void restore({ id: passage.id, versionId: id })}>
                  {say.goBackToIt}
                </Button>
              ) : null}
            </div>
          ))}
        </section>
      ) : null}
      {mayChange ? <Button onClick={onRetire}>{say.retireThisPassage}</Button> : null}
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
        {usedIn(passage) === 0 ? say.usedNowhereYet : say.aChangeShowsIn(plural(usedIn(passage), say.place))}
      </h2>
      <ul>
        {templates.map(({ id, name }) => (
          <li key={id}>
            <Link to={`/templates/${id}`}>{name}</Link>
          </li>
        ))}
        {passages.map(({ id, name }) => (
          <li key={id}>
            {say.thePassage}
            <Link to={`/passages/${id}`}>{name}</Link>
          </li>
        ))}
        {signatureOf.map((name) => (
          <li key={name}>{say.sSignatureInEveryTemplate(name)}</li>
        ))}
      </ul>
    </section>
  );
}
