import { useState } from 'react';
import { useAddPersonMutation, useInviteMutation } from '../../../api/people.ts';
import { Button } from '../../../ui/Button.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice-people.ts';
import { InvitationLink, PersonFields } from './personParts.tsx';
import type { PersonWords } from './personParts.tsx';
import classes from '../Practice.module.css';

const NOBODY: PersonWords = {
  name: '',
  email: '',
  position: '',
  phone: '',
  role: 'practitioner',
  rights: [],
};

interface NewPersonFormProps {
  readonly onMade: (id: string) => void;
  readonly onClose: () => void;
}

/** Somebody new: put among the people and invited in one press. */
export function NewPersonForm({ onMade, onClose }: NewPersonFormProps) {
  const [values, setValues] = useState(NOBODY);
  const [add, { error, isLoading }] = useAddPersonMutation();
  const [invite, { data: invitation, error: notInvited }] = useInviteMutation();
  const [made, setMade] = useState<string | undefined>();
  const isEmpty = values.name.trim() === '' || values.email.trim() === '';
  const submit = async (): Promise<void> => {
    const person = await add(values)
      .unwrap()
      .catch(() => undefined);
    if (!person) return;
    setMade(person.id);
    await invite(person.id);
  };
  return (
    <div className={classes.panel}>
      <h2>{say.newPerson}</h2>
      <LeaveGuard when={made === undefined && values !== NOBODY} what={say.thisPerson} />
      {made === undefined ? (
        <PersonFields
          values={values}
          onChange={(part) => {
            setValues((known) => ({ ...known, ...part }));
          }}
        />
      ) : null}
      {(error ?? notInvited) ? (
        <p className={classes.problem} role="alert">
          {problemWords(error ?? notInvited)}
        </p>
      ) : null}
      {invitation ? <InvitationLink invitation={invitation} email={values.email} /> : null}
      <p className={classes.ways}>
        {made === undefined ? (
          <Button kind="go" disabled={isEmpty || isLoading} onClick={() => void submit()}>
            {say.addAndInvite}
          </Button>
        ) : (
          <Button
            onClick={() => {
              onMade(made);
            }}
          >
            {values.name}
          </Button>
        )}
        <Button onClick={onClose}>{made === undefined ? say.cancel : say.close}</Button>
      </p>
    </div>
  );
}
