import { Radio } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ContactSummary } from '../../../contract/directory.ts';
import { useMergeContactsMutation, useUnmergeContactsMutation } from '../../api/contacts.ts';
import { Button } from '../../ui/Button.tsx';
import { plural, problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

/** Two contacts that were made one, by what they were called. */
export interface Joined {
  readonly kept: Pick<ContactSummary, 'id' | 'name'>;
  readonly other: Pick<ContactSummary, 'id' | 'name'>;
}

interface AlikeProps {
  readonly contacts: readonly ContactSummary[];
  readonly because: 'address' | 'name';
  readonly same: string;
  readonly onJoined: (joined: Joined) => void;
}

/** Contacts that may be one and the same, beside each other: which stays is chosen, and each other one goes into it at a word. */
export function Alike({ contacts, because, same, onJoined }: AlikeProps) {
  const [merge, { isLoading, error }] = useMergeContactsMutation();
  const most = contacts.reduce<ContactSummary | undefined>(
    (best, one) => (best && best.matters >= one.matters ? best : one),
    undefined,
  );
  const [keptId, setKeptId] = useState(most?.id);
  const kept = contacts.find(({ id }) => id === keptId) ?? most;
  const joinIn = async (other: ContactSummary): Promise<void> => {
    if (!kept) return;
    await merge({ keptId: kept.id, otherId: other.id }).unwrap();
    const told = (one: ContactSummary) => ({ id: one.id, name: callOf(one, contacts) });
    onJoined({ kept: told(kept), other: told(other) });
  };
  return (
    <section className={classes.alike} aria-label={say.possibleDuplicates(same)}>
      <b>{titleOf(contacts.length, because, same)}</b>
      {contacts.map((contact) => (
        <span key={contact.id}>
          <Radio
            size="xs"
            label={say.stays}
            name={`${because} ${same}`}
            checked={contact === kept}
            onChange={() => {
              setKeptId(contact.id);
            }}
          />
          <Link to={`/directory/${contact.id}`}>{contact.name}</Link> {contact.organisation} {contact.email}{' '}
          {contact.phone} {plural(contact.matters, say.matter)}
          {kept && contact !== kept ? (
            <Button disabled={isLoading} onClick={() => void joinIn(contact).catch(() => undefined)}>
              {say.joinInto(callOf(contact, contacts), callOf(kept, contacts))}
            </Button>
          ) : null}
        </span>
      ))}
      <small>{say.theOneThatStaysTakes}</small>
      {error ? <small role="alert">{problemWords(error)}</small> : null}
    </section>
  );
}

/** A contact by name, and by what tells it from others of that name. */
function callOf(contact: ContactSummary, among: readonly ContactSummary[]): string {
  const { name, email, phone, organisation } = contact;
  const alone = among.filter((one) => one.name === name).length < 2;
  const apart = email ?? phone ?? organisation;
  return alone || !apart ? name : `${name}, ${apart}`;
}

function titleOf(count: number, because: AlikeProps['because'], same: string): string {
  if (because === 'address') return say.reachedAt(count === 2 ? say.bothAre : say.allAre(count), same);
  return say.haveTheName(count, same);
}

interface JoinedWordsProps {
  readonly joined: Joined;
  readonly onUndone: (joined: undefined) => void;
}

/** What was just joined, and the way back. */
export function JoinedWords({ joined: { kept, other }, onUndone }: JoinedWordsProps) {
  const [unmerge, { isLoading, error }] = useUnmergeContactsMutation();
  const undo = async (): Promise<void> => {
    await unmerge({ keptId: kept.id, otherId: other.id }).unwrap();
    onUndone(undefined);
  };
  return (
    <p className={classes.report} role="status">
      {say.wasJoinedInto(other.name)}
      <Link to={`/directory/${kept.id}`}>“{kept.name}”</Link>.{' '}
      <Button disabled={isLoading} onClick={() => void undo().catch(() => undefined)}>
        {say.undo}
      </Button>
      {error ? <span role="alert"> {problemWords(error)}</span> : null}
    </p>
  );
}
