import { useState } from 'react';
import { useOutletContext } from 'react-router';
import type { PersonView } from '../../../../contract/people.ts';
import type { Session } from '../../../../contract/session.ts';
import { usePeopleQuery } from '../../../api/people.ts';
import { Button } from '../../../ui/Button.tsx';
import { Heads } from '../../../ui/Heads.tsx';
import { dayOf, listDay, today } from '../../../words/dates.ts';
import { mayDo } from '../../../words/rights.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { rightWords, roleName, say } from '../../../words/en/practice-people.ts';
import { EnterInNeed } from './EnterInNeed.tsx';
import { NewPersonForm } from './NewPersonForm.tsx';
import { PersonPanel } from './PersonPanel.tsx';
import classes from '../Practice.module.css';

/** Everybody of the practice: who they are, what they may do, and whether they can sign in. */
export function PeoplePage() {
  const { user } = useOutletContext<Session>();
  const mayChange = mayDo(user, 'people');
  const { currentData: people, error } = usePeopleQuery();
  const [open, setOpen] = useState<string | undefined>();
  const chosen = people?.items.find(({ id }) => id === open);
  const close = (): void => {
    setOpen(undefined);
  };
  return (
    <section aria-label={say.people} tabIndex={0}>
      <h2>{say.people}</h2>
      <p className={classes.hint}>{say.everybodyWhoWorksHere}</p>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {people ? (
        <table className={classes.people}>
          <Heads
            names={[say.name, say.position, say.role, ...(mayChange ? [say.signsIn, say.lastHere] : [])]}
          />
          <tbody>
            {people.items.map((person) => (
              <tr key={person.id} data-gone={person.gone}>
                <td>
                  {mayChange ? (
                    <button
                      type="button"
                      className={classes.plain}
                      aria-expanded={open === person.id}
                      onClick={() => {
                        setOpen(open === person.id ? undefined : person.id);
                      }}
                    >
                      {person.name}
                    </button>
                  ) : (
                    person.name
                  )}
                </td>
                <td>{person.position}</td>
                <td>
                  {person.gone ? say.left : roleName(person.role)}
                  {person.rights.length > 0 && !person.gone ? (
                    <small> · {person.rights.map(rightWords).join(', ')}</small>
                  ) : null}
                </td>
                {mayChange ? (
                  <>
                    <td>{signsIn(person)}</td>
                    <td>{lastHere(person)}</td>
                  </>
                ) : null}
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {chosen && people ? (
        <PersonPanel key={chosen.id} person={chosen} people={people.items} onClose={close} />
      ) : mayChange && open === NEW ? (
        <NewPersonForm onMade={setOpen} onClose={close} />
      ) : mayChange ? (
        <p className={classes.ways}>
          <Button
            kind="go"
            onClick={() => {
              setOpen(NEW);
            }}
          >
            {say.addAPerson}
          </Button>
        </p>
      ) : null}
      {mayChange ? <EnterInNeed /> : null}
    </section>
  );
}

const NEW = 'new';

function signsIn({ account, gone }: PersonView): string {
  if (!account || gone) return '';
  const ways = [
    account.hasPassword ? (account.secondFactor ? say.andASecondFactor : say.withAPassword) : '',
    account.signsOnElsewhere ? say.elsewhere : '',
  ].filter(Boolean);
  if (ways.length > 0) return ways.join(', ');
  return account.linkEndsAtUtc === null ? say.notInvited : say.invited;
}

function lastHere({ account }: PersonView): string {
  if (!account) return '';
  return account.lastSeenAtUtc === null ? say.neverYet : listDay(dayOf(account.lastSeenAtUtc), today());
}
