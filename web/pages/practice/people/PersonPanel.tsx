import { useState } from 'react';
import type { PersonView } from '../../../../contract/people.ts';
import { useChangePersonMutation, useInviteMutation } from '../../../api/people.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField } from '../../../ui/Field.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { useSavedAs } from '../../../ui/useSavedAs.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice-people.ts';
import { InvitationLink, PersonFields } from './personParts.tsx';
import type { PersonWords } from './personParts.tsx';
import classes from '../Practice.module.css';

interface PersonPanelProps {
  readonly person: PersonView;
  readonly people: readonly PersonView[];
  readonly onClose: () => void;
}

const wordsOf = ({ name, email, position, phone, role, rights }: PersonView): PersonWords => ({
  name,
  email,
  position,
  phone,
  role,
  rights,
});

/** One of the people: what they are called and may do, their way in, and the way out. */
export function PersonPanel({ person, people, onClose }: PersonPanelProps) {
  const [opened] = useState(() => wordsOf(person));
  const [values, setValues] = useState(opened);
  const { changed, onSaved } = useSavedAs(values, opened);
  const [change, { error, isLoading }] = useChangePersonMutation();
  const [invite, { data: invitation, error: notInvited }] = useInviteMutation();
  const [leaving, setLeaving] = useState(false);
  const save = async (): Promise<void> => {
    const saved = await change({ id: person.id, change: values })
      .unwrap()
      .catch(() => undefined);
    if (saved) onSaved(values);
  };
  const isIn = person.account?.hasPassword === true || person.account?.linkEndsAtUtc !== null;
  return (
    <div className={classes.panel} role="group" aria-label={person.name}>
      <h2>{person.name}</h2>
      <LeaveGuard when={changed} what={say.thisPerson} />
      {person.gone ? null : (
        <PersonFields
          values={values}
          onChange={(part) => {
            setValues((known) => ({ ...known, ...part }));
          }}
        />
      )}
      {(error ?? notInvited) ? (
        <p className={classes.problem} role="alert">
          {problemWords(error ?? notInvited)}
        </p>
      ) : null}
      {invitation ? <InvitationLink invitation={invitation} email={person.email} /> : null}
      {leaving ? (
        <Leaving
          person={person}
          people={people}
          onLeft={() => {
            setLeaving(false);
          }}
        />
      ) : (
        <p className={classes.ways}>
          {person.gone ? (
            <Button onClick={() => void change({ id: person.id, change: { gone: false } })}>
              {say.isBack}
            </Button>
          ) : (
            <>
              <Button kind="go" disabled={!changed || isLoading} onClick={() => void save()}>
                {say.save}
              </Button>
              <Button onClick={() => void invite(person.id)}>{isIn ? say.inviteAgain : say.invite}</Button>
              {person.account?.secondFactor ? (
                <Button onClick={() => void change({ id: person.id, change: { secondFactor: false } })}>
                  {say.removeTheSecondFactor}
                </Button>
              ) : null}
              <Button
                onClick={() => {
                  setLeaving(true);
                }}
              >
                {say.hasLeft}
              </Button>
            </>
          )}
          <Button onClick={onClose}>{say.close}</Button>
        </p>
      )}
    </div>
  );
}

interface LeavingProps {
  readonly person: PersonView;
  readonly people: readonly PersonView[];
  readonly onLeft: () => void;
}

/** Somebody leaves: who takes over is chosen first. */
function Leaving({ person, people, onLeft }: LeavingProps) {
  const [to, setTo] = useState('');
  const [change, { error, isLoading }] = useChangePersonMutation();
  const others = people.filter(({ id, gone, role }) => id !== person.id && !gone && role !== 'reader');
  const leave = async (): Promise<void> => {
    const left = await change({ id: person.id, change: { gone: true, handOverTo: to === '' ? null : to } })
      .unwrap()
      .catch(() => undefined);
    if (left) onLeft();
  };
  return (
    <div>
      <h2>{say.whoLeaves(person.name)}</h2>
      <p className={classes.hint}>{say.whoeverLeavesIsSignedOut}</p>
      <div className={classes.fields}>
        <SelectField
          label={say.mattersAndFollowUpsGoTo}
          value={to}
          options={[['', say.nobodyThereAreNone], ...others.map(({ id, name }) => [id, name] as const)]}
          onChange={setTo}
        />
      </div>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <p className={classes.ways}>
        <Button kind="go" disabled={isLoading} onClick={() => void leave()}>
          {say.hasLeft}
        </Button>
        <Button onClick={onLeft}>{say.cancel}</Button>
      </p>
    </div>
  );
}
