import { Combobox, useCombobox } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconX } from '@tabler/icons-react';
import { useState } from 'react';
import type { ClipboardEvent, KeyboardEvent } from 'react';
import type { Message } from '../../../../contract/messages.ts';
import type { Offers } from '../../../../contract/recipients.ts';
import { useLazyOffersQuery, useOffersQuery } from '../../../api/recipients.ts';
import { RecipientMenu } from './RecipientMenu.tsx';
import { readAddresses } from './readAddresses.ts';
import { whyWords } from './whyWords.ts';
import classes from './AddressBlock.module.css';

type Recipients = Message['to'];
type Offer = Offers['people'][number];

interface RecipientLineProps {
  readonly label: string;
  readonly channel: Message['channel'];
  readonly recipients: Recipients;
  readonly taken: Recipients;
  readonly matterId: string;
  readonly onChange: (recipients: Recipients) => void;
}

const PLACEHOLDERS: Readonly<Record<Message['channel'], string>> = {
  email: 'a party, anybody, or a mail address',
  text: 'a party, anybody, or a number',
  letter: 'a party or anybody with a postal address',
};

/** People on a line, found as one types over name, organisation, role and address, this matter's parties first. */
export function RecipientLine({ label, channel, recipients, taken, matterId, onChange }: RecipientLineProps) {
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState(false);
  const [words] = useDebouncedValue(typed, 80);
  const { data } = useOffersQuery({ matterId, words, channel }, { skip: !asked });
  const [ask] = useLazyOffersQuery();
  const combobox = useCombobox({
    onDropdownClose: () => {
      combobox.resetSelectedOption();
    },
  });
  const isTaken = (address: string): boolean =>
    taken.some((one) => one.address.toLowerCase() === address.toLowerCase());
  const people = (data?.people ?? []).filter(({ address }) => !isTaken(address));
  const groups = data?.groups ?? [];

  const add = (found: Recipients): void => {
    const fresh = found.filter(({ address }) => !isTaken(address));
    if (fresh.length > 0) onChange([...recipients, ...fresh]);
    setTyped('');
    combobox.closeDropdown();
  };
  const addTyped = (): void => {
    const text = typed.trim();
    if (text === '') return;
    const read = channel === 'email' ? readAddresses(text) : [];
    add(read.length > 0 ? read : [{ name: '', address: text, roles: [] }]);
  };
  const submit = (value: string): void => {
    const group = groups.find(({ id }) => `group ${id}` === value);
    const person = people.find(({ address }) => address === value);
    if (group) add(group.members.map((member) => ({ ...member, roles: [] })));
    else if (person) {
      const { name, address, contactId, roles } = person;
      add([{ name, address, contactId, roles }]);
    }
  };
  /** Whoever presses Enter on a name means the first whom these very letters find, not what was offered before them. */
  const addNamed = async (field: HTMLInputElement): Promise<void> => {
    const asked = { matterId, words: typed, channel };
    const found = await ask(asked, true)
      .unwrap()
      .catch(() => undefined);
    if (field.value !== asked.words) return;
    const first = found?.people.find(({ address }) => !isTaken(address));
    if (!first) addTyped();
    else {
      const { name, address, contactId, roles } = first;
      add([{ name, address, contactId, roles }]);
    }
  };

  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    const marked = combobox.getSelectedOptionIndex() >= 0;
    if (event.key === 'Enter' && !event.ctrlKey && !marked) {
      // A name means the first who fits; an address is meant as it stands.
      if (typed.includes('@') || typed.trim() === '') addTyped();
      else void addNamed(event.currentTarget);
    } else if (channel === 'email' && (event.key === ',' || event.key === ';') && typed.includes('@'))
      addTyped();
    else if (event.key === 'Backspace' && typed === '' && recipients.length > 0)
      onChange(recipients.slice(0, -1));
    else return;
    event.preventDefault();
  };
  const onPaste = (event: ClipboardEvent<HTMLInputElement>): void => {
    const found = channel === 'email' ? readAddresses(event.clipboardData.getData('text')) : [];
    if (found.length === 0 || (found.length === 1 && typed !== '')) return;
    event.preventDefault();
    add(found);
  };

  return (
    <span className={classes.people}>
      {recipients.map((recipient) => (
        <span
          key={`${recipient.address} ${recipient.name}`}
          className={classes.person}
          title={recipient.address}
        >
          <RecipientMenu
            recipient={recipient}
            channel={channel}
            matterId={matterId}
            line={recipients}
            onChange={(next) => {
              onChange(recipients.map((one) => (one === recipient ? next : one)));
            }}
          />
          {recipient.roles.length > 0 ? <small>{recipient.roles.join(', ')}</small> : null}
          <button
            type="button"
            aria-label={`Take out ${recipient.name || recipient.address}`}
            onClick={() => {
              onChange(recipients.filter((one) => one !== recipient));
            }}
          >
            <IconX size={12} stroke={2} aria-hidden="true" />
          </button>
        </span>
      ))}
      <Combobox store={combobox} onOptionSubmit={submit} width={380} position="bottom-start">
        <Combobox.Target>
          <input
            className={classes.input}
            value={typed}
            aria-label={`Add to ${label}`}
            placeholder={recipients.length === 0 ? PLACEHOLDERS[channel] : ''}
            onFocus={() => {
              setAsked(true);
            }}
            onChange={(event) => {
              setTyped(event.currentTarget.value);
              combobox.openDropdown();
              combobox.updateSelectedOptionIndex();
            }}
            onClick={() => {
              combobox.openDropdown();
            }}
            onBlur={() => {
              combobox.closeDropdown();
              if (typed.includes('@') || channel !== 'email') addTyped();
            }}
            onKeyDown={onKey}
            onPaste={onPaste}
          />
        </Combobox.Target>
        <Combobox.Dropdown hidden={people.length + groups.length === 0}>
          <Combobox.Options aria-label="Whom you may mean">
            {people.map((person) => (
              <Combobox.Option key={person.address} value={person.address}>
                <OfferWords offer={person} />
              </Combobox.Option>
            ))}
            {groups.map(({ id, name, members }) => (
              <Combobox.Option key={id} value={`group ${id}`}>
                {name} <small className={classes.role}>group of {members.length}</small>
              </Combobox.Option>
            ))}
          </Combobox.Options>
        </Combobox.Dropdown>
      </Combobox>
    </span>
  );
}

function OfferWords({ offer }: { readonly offer: Offer }) {
  const { name, roles, organisation, address, doNotWriteTo } = offer;
  const detail = [
    roles.join(', '),
    organisation ?? '',
    `${address.replace(/\n/g, ', ')} (${whyWords(offer)})`,
  ];
  return (
    <>
      {name}{' '}
      <small className={classes.role}>
        {detail.filter(Boolean).join(' · ')}
        {doNotWriteTo ? ' · not to be written to' : ''}
      </small>
    </>
  );
}
