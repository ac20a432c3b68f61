import { Radio } from '@mantine/core';
import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import { isMailAddress } from '../../../../core/recipients/address.ts';
import { CheckField } from '../../../ui/Field.tsx';
import { Button } from '../../../ui/Button.tsx';
import { RecipientLine } from './RecipientLine.tsx';
import { useUnfinished } from './unfinished.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './AddressBlock.module.css';

export type Part = 'to' | 'cc' | 'bcc';
type Recipients = Message['to'];
/** How it goes besides: settings of this one message. */
export type Going = Pick<Message, 'sender' | 'signature' | 'replyTo' | 'copyToSelf' | 'each'>;

interface AddressBlockProps {
  readonly from: Message['from'];
  readonly senders: Message['senders'];
  readonly channel: Message['channel'];
  readonly lines: Readonly<Record<Part, Recipients>>;
  readonly going: Going;
  readonly matter: MatterDetail;
  readonly onChange: (part: Part, recipients: Recipients) => void;
  readonly onGoing: (change: Pick<ChangeMessage, 'sender' | 'replyTo' | 'copyToSelf' | 'each'>) => void;
}

const PARTS: readonly Part[] = ['to', 'cc', 'bcc'];
const LABELS: Readonly<Record<Part, string>> = { to: say.to, cc: say.cc, bcc: say.bcc };

/** Who gets it and who it is from. What is seldom wanted shows once somebody asks for it. */
export function AddressBlock(props: AddressBlockProps) {
  const { from, channel, lines, going, matter, onChange } = props;
  const [all, setAll] = useState(going.replyTo !== null);
  const block = useRef<HTMLDivElement>(null);
  const showAll = (): void => {
    flushSync(() => {
      setAll(true);
    });
    // Whoever asks for the line means to write on it; the button that had the focus is gone.
    block.current?.querySelector<HTMLInputElement>('[data-part="cc"] input')?.focus();
  };
  const possible = channel === 'email' ? PARTS : PARTS.slice(0, 1);
  const parts = possible.filter((part) => part === 'to' || all || lines[part].length > 0);
  return (
    <div className={classes.block} ref={block}>
      {parts.map((part) => (
        <div key={part} className={classes.line} data-part={part}>
          <span className={classes.label}>{LABELS[part]}</span>
          <RecipientLine
            label={LABELS[part]}
            channel={channel}
            recipients={lines[part]}
            taken={[...lines.to, ...lines.cc, ...lines.bcc]}
            matterId={matter.id}
            onChange={(next) => {
              onChange(part, next);
            }}
          />
          {part === 'to' && !all && channel === 'email' ? (
            <Button className={classes.more} onClick={showAll}>
              {say.ccBcc}
            </Button>
          ) : null}
        </div>
      ))}
      {all && channel === 'email' ? <Besides {...props} /> : null}
      {lines.to.length > 1 && channel !== 'letter' ? (
        <div className={classes.line}>
          <span className={classes.label} />
          <span className={classes.each} role="radiogroup" aria-label={say.howItGoesToSeveral}>
            {[false, true].map((each) => (
              <Radio
                key={String(each)}
                className={classes.way ?? ''}
                size="xs"
                name="each"
                label={each ? say.aSeparateMessageForEach(lines.to.length) : say.oneMessageToAll}
                checked={going.each === each}
                onChange={() => {
                  props.onGoing({ each });
                }}
              />
            ))}
          </span>
        </div>
      ) : null}
      <div className={classes.line}>
        <span className={classes.label}>{say.from}</span>
        {channel === 'email' ? (
          <From {...props} />
        ) : (
          <span>{[from.name, channel === 'text' ? from.address : ''].filter(Boolean).join(' · ')}</span>
        )}
        {channel === 'email' ? (
          <span className={classes.self}>
            <CheckField
              label={say.aCopyToMe}
              checked={going.copyToSelf}
              onChange={(copyToSelf) => {
                props.onGoing({ copyToSelf });
              }}
            />
          </span>
        ) : null}
      </div>
    </div>
  );
}

/** Whom it goes out under: one of those that the practice has. */
function From({ from, senders, going, onGoing }: AddressBlockProps) {
  const shown = senders.filter(
    ({ choice, address }, at) =>
      choice === going.sender || senders.findIndex((one) => one.address === address) === at,
  );
  return (
    <Choice
      className={classes.from}
      plain
      label={say.sendAs}
      bare
      gone={from.name}
      value={going.sender ?? ''}
      options={shown.map(({ choice, name, address }) => ({
        value: choice ?? '',
        label: `${name} · ${address}`,
      }))}
      onChange={(value) => {
        const chosen = senders.find(({ choice }) => (choice ?? '') === value);
        if (chosen) onGoing({ sender: chosen.choice });
      }}
    />
  );
}

/** Where answers go. */
function Besides({ from, going, onGoing }: AddressBlockProps) {
  const [typed, setTyped] = useState(going.replyTo ?? '');
  const malformed = typed !== '' && !isMailAddress(typed);
  const field = useRef<HTMLInputElement>(null);
  useUnfinished(() => {
    if (!malformed) return Promise.resolve(undefined);
    field.current?.focus();
    return Promise.resolve(say.repliesAreToGoTo(typed));
  });
  return (
    <div className={classes.line}>
      <span className={classes.label}>{say.replyTo}</span>
      <span className={classes.besides}>
        <input
          ref={field}
          className={classes.input}
          type="email"
          aria-label={say.repliesGoTo}
          aria-invalid={malformed}
          placeholder={say.goTo(from.address)}
          value={typed}
          onChange={(event) => {
            const { value } = event.currentTarget;
            setTyped(value);
            if (value === '' || isMailAddress(value)) onGoing({ replyTo: value === '' ? null : value });
          }}
        />
      </span>
    </div>
  );
}
