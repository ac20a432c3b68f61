import { Combobox, useCombobox } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useRef } from 'react';
import type { KeyboardEvent } from 'react';
import type { Message } from '../../../../contract/messages.ts';
import type { Offers } from '../../../../contract/recipients.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { RecipientMenu } from './RecipientMenu.tsx';
import { useUnfinished } from './unfinished.ts';
import { useTaking } from './useTaking.ts';
import { whyWords } from './whyWords.ts';
import { Tip } from '../../../ui/Tip.tsx';
import { say } from '../../../words/en/matter-sheet.ts';
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
  email: say.aPartyAnybodyOrAn,
  text: say.aPartyAnybodyOrA,
  letter: say.aPartyOrAnybodyWith,
};

const WITHOUT: Readonly<Record<Message['channel'], string>> = {
  email: say.noEmailAddress,
  text: say.noMobileNumber,
  letter: say.noPostalAddress,
};

/** People on a line, found as one types over name, organisation, role and address, this matter's parties first. */
export function RecipientLine(props: RecipientLineProps) {
  const { label, channel, recipients } = props;
  const combobox = useCombobox({
    onDropdownClose: () => {
      combobox.resetSelectedOption();
    },
  });
  const taking = useTaking(props, combobox.closeDropdown);
  const { typed, setTyped, people, groups, roles, unreached } = taking;
  const field = useHalfTyped(label, taking);
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    const marked = combobox.getSelectedOptionIndex() >= 0;
    if (event.key === 'Enter' && !event.ctrlKey && !marked) {
      // A name means the first who fits; an address is meant as it stands.
      if (typed.includes('@') || typed.trim() === '') taking.addTyped();
      else void taking.addNamed(event.currentTarget);
    } else if (channel === 'email' && (event.key === ',' || event.key === ';') && typed.includes('@'))
      taking.addTyped();
    else if (event.key === 'Backspace' && typed === '' && recipients.length > 0)
      props.onChange(recipients.slice(0, -1));
    else return;
    event.preventDefault();
  };
  return (
    <span className={classes.people}>
      <Taken {...props} />
      <Combobox store={combobox} onOptionSubmit={taking.submit} width={380} position="bottom-start">
        <Combobox.Target withExpandedAttribute>
          <input
            ref={field}
            className={classes.input}
            value={typed}
            aria-label={say.addTo(label)}
            role="combobox"
            aria-autocomplete="list"
            placeholder={recipients.length === 0 ? PLACEHOLDERS[channel] : ''}
            onFocus={taking.look}
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
              if (typed.includes('@') || channel !== 'email') taking.addTyped();
            }}
            onKeyDown={onKey}
            onPaste={taking.paste}
          />
        </Combobox.Target>
        <Combobox.Dropdown hidden={people.length + groups.length + roles.length + unreached.length === 0}>
          <Combobox.Options aria-label={say.whomYouMayMean}>
            {roles.map(({ role, label: name, members, without }) => (
              <Combobox.Option key={role} value={`role ${role}`}>
                {say.all(members.length + without.length, name)}
                {without.length > 0 ? (
                  <small className={classes.role}>{say.butNotNoAddress(joinNames(without))}</small>
                ) : null}
              </Combobox.Option>
            ))}
            {people.map((person) => (
              <Combobox.Option key={person.address} value={person.address}>
                <OfferWords offer={person} />
              </Combobox.Option>
            ))}
            {unreached.map((name) => (
              <Combobox.Option key={`unreached ${name}`} value="" disabled>
                {name} <small className={classes.role}>{WITHOUT[channel]}</small>
              </Combobox.Option>
            ))}
            {groups.map(({ id, name, members }) => (
              <Combobox.Option key={id} value={`group ${id}`}>
                {name} <small className={classes.role}>{say.groupOf(members.length)}</small>
              </Combobox.Option>
            ))}
          </Combobox.Options>
        </Combobox.Dropdown>
      </Combobox>
    </span>
  );
}

/** What is half typed on a line is taken before anything leaves, or stops it; gives the field that it stands in. */
function useHalfTyped(label: string, { typed, isWhole, addTyped }: ReturnType<typeof useTaking>) {
  const field = useRef<HTMLInputElement>(null);
  useUnfinished(() => {
    const words = typed.trim();
    if (words !== '' && isWhole) addTyped();
    else if (words !== '') {
      field.current?.focus();
      return Promise.resolve(say.isTypedInAndStands(words, label));
    }
    return Promise.resolve(undefined);
  });
  return field;
}

/** Those who stand on the line already. */
function Taken({ recipients, channel, matterId, onChange }: RecipientLineProps) {
  return recipients.map((recipient) => (
    <Tip key={`${recipient.address} ${recipient.name}`} label={recipient.address}>
      <span className={classes.person}>
        <RecipientMenu
          recipient={recipient}
          channel={channel}
          matterId={matterId}
          line={recipients}
          onChange={(next) => {
            onChange(recipients.map((one) => (one === recipient ? next : one)));
          }}
        />
        {channel === 'text' && recipient.name !== '' ? <small>{recipient.address}</small> : null}
        {recipient.roles.length > 0 ? <small>{recipient.roles.join(', ')}</small> : null}
        <button
          type="button"
          aria-label={say.remove(recipient.name || recipient.address)}
          onClick={() => {
            onChange(recipients.filter((one) => one !== recipient));
          }}
        >
          <IconX size={12} stroke={2} aria-hidden="true" />
        </button>
      </span>
    </Tip>
  ));
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
        {doNotWriteTo ? say.doNotWriteTo : ''}
      </small>
    </>
  );
}
