import { Combobox, useCombobox } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useState } from 'react';
import type { KeyboardEvent } from 'react';
import type { MatterDetail, PartyView } from '../../../contract/matters.ts';
import type { Message } from '../../../contract/messages.ts';
import { Button } from '../../ui/Button.tsx';
import { offerParties } from './offerParties.ts';
import classes from './AddressBlock.module.css';

type Part = 'to' | 'cc' | 'bcc';
type Recipients = Message['to'];

interface AddressBlockProps {
  readonly from: Message['from'];
  readonly lines: Readonly<Record<Part, Recipients>>;
  readonly matter: MatterDetail;
  readonly onChange: (part: Part, recipients: Recipients) => void;
}

const PARTS: readonly Part[] = ['to', 'cc', 'bcc'];
const LABELS: Readonly<Record<Part, string>> = { to: 'To', cc: 'Copy', bcc: 'Blind copy' };

/** Who gets it and who it is from. Blind copies show once somebody asks for them. */
export function AddressBlock({ from, lines, matter, onChange }: AddressBlockProps) {
  const [all, setAll] = useState(false);
  const parts = PARTS.filter((part) => part === 'to' || all || lines[part].length > 0);
  const hidden = PARTS.filter((part) => !parts.includes(part));
  return (
    <div className={classes.block}>
      {parts.map((part) => (
        <div key={part} className={classes.line} data-part={part}>
          <span className={classes.label}>{LABELS[part]}</span>
          <RecipientLine
            label={LABELS[part]}
            recipients={lines[part]}
            taken={[...lines.to, ...lines.cc, ...lines.bcc]}
            parties={matter.parties}
            onChange={(next) => {
              onChange(part, next);
            }}
          />
          {part === 'to' && hidden.length > 0 ? (
            <Button
              className={classes.more}
              onClick={() => {
                setAll(true);
              }}
            >
              {hidden.map((part) => LABELS[part]).join(', ')}
            </Button>
          ) : null}
        </div>
      ))}
      <div className={classes.line}>
        <span className={classes.label}>From</span>
        <span>
          {from.name} <small>{from.address}</small>
        </span>
      </div>
    </div>
  );
}

interface RecipientLineProps {
  readonly label: string;
  readonly recipients: Recipients;
  readonly taken: Recipients;
  readonly parties: readonly PartyView[];
  readonly onChange: (recipients: Recipients) => void;
}

function RecipientLine({ label, recipients, taken, parties, onChange }: RecipientLineProps) {
  const [typed, setTyped] = useState('');
  const combobox = useCombobox({
    onDropdownClose: () => {
      combobox.resetSelectedOption();
    },
  });
  const offered = offerParties(parties, taken, typed);

  const add = (recipient: Recipients[number]): void => {
    if (!taken.some(({ address }) => address === recipient.address)) onChange([...recipients, recipient]);
    setTyped('');
    combobox.closeDropdown();
  };
  const addTyped = (): void => {
    const address = typed.trim();
    if (address !== '') add({ name: '', address, roles: [] });
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Enter' && !event.ctrlKey && combobox.getSelectedOptionIndex() < 0) addTyped();
    else if (event.key === ',' || event.key === ';') addTyped();
    else if (event.key === 'Backspace' && typed === '' && recipients.length > 0)
      onChange(recipients.slice(0, -1));
    else return;
    event.preventDefault();
  };

  return (
    <span className={classes.people}>
      {recipients.map((recipient) => (
        <span key={recipient.address} className={classes.person} title={recipient.address}>
          {recipient.name || recipient.address}
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
      <Combobox
        store={combobox}
        onOptionSubmit={(address) => {
          const party = offered.find((one) => one.address === address);
          if (party) add(party);
        }}
      >
        <Combobox.Target>
          <input
            className={classes.input}
            value={typed}
            aria-label={`Add to ${label}`}
            placeholder={recipients.length === 0 ? 'a party or a mail address' : ''}
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
              addTyped();
            }}
            onKeyDown={onKey}
          />
        </Combobox.Target>
        <Combobox.Dropdown hidden={offered.length === 0}>
          <Combobox.Options aria-label="Parties of this matter">
            {offered.map((party) => (
              <Combobox.Option key={party.address} value={party.address}>
                {party.name}{' '}
                <small className={classes.role}>
                  {party.roles.join(', ')} · {party.address}
                </small>
              </Combobox.Option>
            ))}
          </Combobox.Options>
        </Combobox.Dropdown>
      </Combobox>
    </span>
  );
}
