import { Menu } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ContactJson } from '../../../../contract/directory.ts';
import type { Message } from '../../../../contract/messages.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { NOBODY } from '../../../../contract/directory.ts';
import { useCreateContactMutation } from '../../../api/contacts.ts';
import { useKeepGroupMutation, useOffersQuery } from '../../../api/recipients.ts';
import { whyWords } from './whyWords.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './AddressBlock.module.css';

type Recipient = Message['to'][number];

interface RecipientMenuProps {
  readonly recipient: Recipient;
  readonly channel: Message['channel'];
  readonly matterId: string;
  /** All on the same line, for keeping them together. */
  readonly line: readonly Recipient[];
  readonly onChange: (recipient: Recipient) => void;
}

/** What can be done with somebody on a line: another of their addresses, the directory, a group of all. */
export function RecipientMenu({ recipient, channel, matterId, line, onChange }: RecipientMenuProps) {
  const [opened, setOpened] = useState(false);
  const { name, address, contactId } = recipient;
  const { data } = useOffersQuery({ matterId, words: name, channel }, { skip: !opened || name === '' });
  const others = (data?.people ?? []).filter((one) => one.contactId === contactId && one.address !== address);
  const [create, creating] = useCreateContactMutation();
  const [keepGroup, keeping] = useKeepGroupMutation();

  const intoDirectory = async (): Promise<void> => {
    const made = await create(contactFrom(recipient)).unwrap();
    onChange({ ...recipient, name: made.contact.name, contactId: made.id });
  };
  const asGroup = (): void => {
    const members = line.map(({ roles: _roles, ...member }) => member);
    const called = line.map((one) => one.name || one.address).join(', ');
    void keepGroup({ name: called.slice(0, 80), members });
  };
  const error = creating.error ?? keeping.error;
  return (
    <Menu position="bottom-start" width={320} opened={opened} onChange={setOpened}>
      <Menu.Target>
        <button type="button" className={classes.name} data-stranger={contactId === undefined}>
          {name || address.split('\n')[0]}
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>{address.replace(/\n/g, ', ')}</Menu.Label>
        {others.map((one) => (
          <Menu.Item
            key={one.address}
            onClick={() => {
              onChange({ ...recipient, address: one.address });
            }}
          >
            {say.writeTo(one.address.replace(/\n/g, ', '))}
            <small className={classes.role}>{whyWords(one)}</small>
          </Menu.Item>
        ))}
        {contactId === undefined && channel === 'email' ? (
          <Menu.Item onClick={() => void intoDirectory().catch(() => undefined)}>
            {say.putIntoTheDirectory}
          </Menu.Item>
        ) : null}
        {contactId === undefined ? null : (
          <Menu.Item component={Link} to={`/directory/${contactId}`}>
            {say.openInTheDirectory}
          </Menu.Item>
        )}
        {line.length > 1 && channel === 'email' ? (
          <Menu.Item onClick={asGroup}>{say.saveTheseAsAGroup(line.length)}</Menu.Item>
        ) : null}
        {error ? <Menu.Label role="alert">{problemWords(error)}</Menu.Label> : null}
      </Menu.Dropdown>
    </Menu>
  );
}

/** A stranger as a contact: the name in front of the address, or what stands before its sign. */
function contactFrom({ name, address }: Recipient): ContactJson {
  const shown = name || (address.split('@')[0] ?? '').replace(/[._-]+/g, ' ');
  const words = shown.trim().split(/\s+/);
  return {
    ...NOBODY,
    givenName: words.slice(0, -1).join(' ') || (words[0] ?? ''),
    familyName: words.length > 1 ? (words.at(-1) ?? '') : '',
    addresses: [{ kind: 'email', label: 'mail', value: address, preferred: true, bounced: false }],
  };
}
