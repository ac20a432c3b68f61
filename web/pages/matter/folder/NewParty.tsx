import { useState } from 'react';
import { NOBODY } from '../../../../contract/directory.ts';
import { splitName } from '../../../../core/moving/splitName.ts';
import { useCreateContactMutation } from '../../../api/contacts.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-folder.ts';
import classes from './Folder.module.css';

interface NewPartyProps {
  /** The role, as it is called. */
  readonly label: string;
  readonly onMade: (contactId: string) => void;
}

/** Somebody who is not in the directory yet: put there by name and address, and made a party in one press. */
export function NewParty({ label, onMade }: NewPartyProps) {
  const [opened, setOpened] = useState(false);
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [create, { error, isLoading }] = useCreateContactMutation();
  const close = (): void => {
    setOpened(false);
    setName('');
    setEmail('');
  };
  if (!opened)
    return (
      <Button
        onClick={() => {
          setOpened(true);
        }}
      >
        {say.newContact}
      </Button>
    );
  const save = async (): Promise<void> => {
    const address = {
      kind: 'email',
      label: 'work',
      value: email.trim(),
      preferred: true,
      bounced: false,
    } as const;
    const made = await create({
      ...NOBODY,
      ...splitName(name),
      addresses: email.trim() === '' ? [] : [address],
    });
    if (!made.data) return;
    onMade(made.data.id);
    close();
  };
  return (
    <form
      className={classes.small}
      aria-label={say.newContact}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <LeaveGuard when={name + email !== ''} what={say.newContact} />
      <TextField autoFocus label={say.nameOfTheContact} value={name} onChange={setName} />
      <TextField type="email" label={say.emailAddress} value={email} onChange={setEmail} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <p>
        <Button kind="go" type="submit" disabled={isLoading || name.trim() === ''}>
          {say.addThem(label)}
        </Button>{' '}
        <Button onClick={close}>{say.cancel}</Button>
      </p>
    </form>
  );
}
