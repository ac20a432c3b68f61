import { Popover } from '@mantine/core';
import type { Message } from '../../../../contract/messages.ts';
import { fileSize, plural } from '../../../words/wording.ts';
import { LeavingTime } from '../../../parts/messages/LeavingTime.tsx';
import { Button } from '../../../ui/Button.tsx';
import type { Going } from './AddressBlock.tsx';
import type { Keeping } from './draftKeeper.ts';
import classes from './SendBar.module.css';

interface SendBarProps {
  readonly message: Message;
  readonly going: Going;
  readonly lines: Readonly<Record<'to' | 'cc' | 'bcc', Message['to']>>;
  readonly enclosures: Message['enclosures'];
  readonly reference: string;
  readonly keeping: Keeping;
  readonly problem: string | undefined;
  /** Notes not dealt with yet, and how many of them cannot be left so. */
  readonly waiting: number;
  readonly stops: number;
  readonly busy: boolean;
  readonly onSend: () => void;
  readonly onLater: (sendOn: Message['laterAt'][number]) => void;
  readonly onPutAway: () => void;
  readonly onDiscard: () => void;
}

const KEEPING: Readonly<Record<Keeping, string>> = {
  kept: 'Saved',
  keeping: 'Saving…',
  unkept: 'Not saved yet',
};

/** Sends, and says in words what sending will do. */
export function SendBar(props: SendBarProps) {
  const { keeping, problem, waiting, stops, busy } = props;
  return (
    <footer className={classes.bar}>
      <span className={classes.beside}>
        <Button onClick={props.onPutAway}>Close</Button>
        <Popover position="top-start" trapFocus>
          <Popover.Target>
            <Button>Send later…</Button>
          </Popover.Target>
          <Popover.Dropdown>
            <LeavingTime message={props.message} done="Send then" onChoose={props.onLater} />
          </Popover.Dropdown>
        </Popover>
        <Button onClick={props.onDiscard}>Delete draft</Button>
        <small className={classes.keeping} data-keeping={keeping}>
          {KEEPING[keeping]}
        </small>
      </span>
      <span className={classes.what} role="status">
        {problem === undefined ? <Doing {...props} /> : <span className={classes.problem}>{problem}</span>}
        {waiting > 0 ? (
          <span className={stops > 0 ? classes.stops : classes.cautions}>
            {stops > 0
              ? `${plural(stops, 'thing')} to settle first`
              : `${plural(waiting, 'note')} to look at`}
          </span>
        ) : null}
      </span>
      <Button kind="go" hint="Ctrl ↵" disabled={busy} onClick={props.onSend}>
        Send
      </Button>
    </footer>
  );
}

function Doing({ lines, enclosures, reference, message, going }: SendBarProps) {
  const copies = lines.cc.length + lines.bcc.length + (going.copyToSelf ? 1 : 0);
  const bytes = enclosures.reduce((sum, { sizeBytes }) => sum + sizeBytes, 0);
  const [first] = lines.to;
  const { followUpDays, stage } = message.after;
  const each = going.each && lines.to.length > 1;
  return (
    <span>
      {message.channel === 'letter' ? 'printed for ' : 'to '}
      <b>{lines.to.length === 1 ? first?.name || first?.address : lines.to.length}</b>
      {each ? ', a separate message for each' : ''}
      {copies > 0 ? <>, cc to {copies}</> : null}
      {enclosures.length > 0 ? (
        <>
          {' '}
          · {enclosures.length} enclosed, <b>{fileSize(bytes)}</b>
        </>
      ) : null}{' '}
      · filed on <b>{reference}</b>
      {followUpDays === undefined ? null : <> · follow-up in {plural(followUpDays, 'working day')}</>}
      {stage === undefined ? null : <> · moves to “{stage}”</>}
    </span>
  );
}
