import { isGeneralFile } from '../../../../core/model/generalFile.ts';
import { Popover } from '@mantine/core';
import type { Message } from '../../../../contract/messages.ts';
import { fileSize, plural } from '../../../words/en/wording.ts';
import { LeavingTime } from '../../../parts/messages/LeavingTime.tsx';
import { Button } from '../../../ui/Button.tsx';
import type { Going } from './AddressBlock.tsx';
import type { Keeping } from './draftKeeper.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './SendBar.module.css';

interface SendBarProps {
  readonly message: Message;
  readonly going: Going;
  readonly lines: Readonly<Record<'to' | 'cc' | 'bcc', Message['to']>>;
  readonly enclosures: Message['enclosures'];
  readonly appointment: Message['appointment'];
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
  kept: say.saved,
  keeping: say.saving,
  unkept: say.notSavedYet,
};

/** Sends, and says in words what sending will do. */
export function SendBar(props: SendBarProps) {
  const { keeping, problem, waiting, stops, busy } = props;
  return (
    <footer className={classes.bar}>
      <span className={classes.beside}>
        <Button onClick={props.onPutAway}>{say.close}</Button>
        <Popover position="top-start" trapFocus>
          <Popover.Target>
            <Button>{say.sendLater}</Button>
          </Popover.Target>
          <Popover.Dropdown>
            <LeavingTime message={props.message} done={say.sendThen} onChoose={props.onLater} />
          </Popover.Dropdown>
        </Popover>
        <Button onClick={props.onDiscard}>{say.deleteDraft}</Button>
        <small className={classes.keeping} data-keeping={keeping}>
          {KEEPING[keeping]}
        </small>
      </span>
      <span className={classes.what} role="status">
        {problem === undefined ? <Doing {...props} /> : <span className={classes.problem}>{problem}</span>}
        {waiting > 0 ? (
          <span className={stops > 0 ? classes.stops : classes.cautions}>
            {stops > 0
              ? say.toSettleFirst(plural(stops, say.thing))
              : say.toLookAt(plural(waiting, say.note))}
          </span>
        ) : null}
      </span>
      <Button kind="go" hint={say.ctrl} disabled={busy} onClick={props.onSend}>
        {say.send}
      </Button>
    </footer>
  );
}

function Doing({ lines, enclosures, appointment, reference, message, going }: SendBarProps) {
  const copies = lines.cc.length + lines.bcc.length + (going.copyToSelf ? 1 : 0);
  const bytes = enclosures.reduce((sum, { sizeBytes }) => sum + sizeBytes, 0);
  const [first] = lines.to;
  const { followUpDays, stage, reminders } = message.after;
  const each = going.each && lines.to.length > 1;
  return (
    <span>
      {message.channel === 'letter' ? say.printedFor : say.toWhom}
      <b>{lines.to.length === 1 ? first?.name || first?.address : lines.to.length}</b>
      {each ? say.eachSeparately : ''}
      {copies > 0 ? <>{say.ccTo(copies)}</> : null}
      {enclosures.length > 0 ? (
        <>
          {say.howManyEnclosed(enclosures.length)}
          <b>{fileSize(bytes)}</b>
        </>
      ) : null}
      {appointment ? (appointment.calledOff ? say.withCallingOff : say.withInvitation) : null}
      {isGeneralFile(message.matterId) ? (
        say.filedWithoutAMatter
      ) : (
        <>
          {say.filedOn}
          <b>{reference}</b>
        </>
      )}
      {followUpDays === undefined ? null : <>{say.followUpIn(plural(followUpDays, say.workingDay))}</>}
      {reminders ? say.remindersFollow : null}
      {stage === undefined ? null : <>{say.movesTo(stage)}</>}
    </span>
  );
}
