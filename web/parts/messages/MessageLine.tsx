import { Popover } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { MessageSummary } from '../../../contract/messages.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { exactTime } from '../../words/dates.ts';
import { heardWords, problemWords, refusalAdvice, stateWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import {
  useDecideMutation,
  useMessageQuery,
  useRecallMutation,
  useRescheduleMutation,
} from '../../api/messages.ts';
import { LeavingTime } from './LeavingTime.tsx';
import { say } from '../../words/en/parts-messages.ts';
import classes from './MessageLine.module.css';
import { Tip } from '../../ui/Tip.tsx';
import { reasonSentences } from '../../words/en/refusals.ts';
import { useOpenEntry } from '../start/openEntry.ts';

interface MessageLineProps {
  readonly message: MessageSummary;
  readonly mayChange: boolean;
  /** In the tray the matter is named; on the matter it is known. */
  readonly withMatter: boolean;
}

/** A message that is not filed yet: where it is, and what a person can do about it. */
export function MessageLine({ message, mayChange, withMatter }: MessageLineProps) {
  const { state, stateDetail } = message;
  const beside = useOpenEntry();
  const open = `/matters/${message.matterId}/sheet/${message.id}${beside}`;
  return (
    <article className={classes.line} data-state={state}>
      <div className={classes.words}>
        {withMatter ? (
          <Link className={classes.matter} to={`/matters/${message.matterId}`}>
            {message.matterReference}
          </Link>
        ) : null}
        {state === 'draft' ? (
          <Link className={classes.subject} to={open}>
            {message.subject || (message.channel === 'text' ? say.aTextMessage : say.withoutASubjectYet)}
          </Link>
        ) : (
          <b className={classes.subject}>
            {message.subject || (message.channel === 'text' ? say.aTextMessage : '')}
          </b>
        )}
        <span className={classes.to}>
          {message.to.length > 0 ? `to ${joinNames(message.to)}` : say.toNobodyYet}
        </span>
        <Tip label={exactTime(message.updatedAtUtc)}>
          <span className={classes.author}>{say.by(message.author)}</span>
        </Tip>
      </div>
      <div className={classes.state}>
        <span className={classes.where} role="status">
          {state === 'held' && stateDetail.leavesAtUtc !== undefined ? (
            <Countdown message={message} leavesAtUtc={stateDetail.leavesAtUtc} />
          ) : (
            stateWords(message)
          )}
        </span>
        {mayChange ? <Actions message={message} /> : null}
      </div>
      {stateDetail.reply === undefined ? null : (
        <p className={classes.reply}>
          {stateDetail.because ? (
            reasonSentences(stateDetail.because)
          ) : (
            <>
              {heardWords(message)} <q>{stateDetail.reply}</q>
            </>
          )}
          <br />
          {state !== 'failed'
            ? say.nothingIsLostItIs
            : stateDetail.because
              ? null
              : refusalAdvice(stateDetail.reply)}
        </p>
      )}
      {state === 'may-have-gone' ? <p className={classes.reply}>{say.itWasHandedOverAnd}</p> : null}
    </article>
  );
}

function Countdown({
  message,
  leavesAtUtc,
}: {
  readonly message: MessageSummary;
  readonly leavesAtUtc: number;
}) {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = window.setInterval(() => {
      setNow(Date.now());
    }, 500);
    return () => {
      window.clearInterval(timer);
    };
  }, []);
  const seconds = Math.ceil((leavesAtUtc - now) / 1000);
  if (seconds > 90) return stateWords(message);
  return seconds > 0 ? say.sendsInS(seconds) : say.sending;
}

function Actions({ message }: { readonly message: MessageSummary }) {
  const [recall, recalling] = useRecallMutation();
  const [decide, deciding] = useDecideMutation();
  const navigate = useNavigate();
  const { id, state, matterId } = message;
  const callBack = (): void => {
    void recall(id)
      .unwrap()
      .then(
        () => navigate(`/matters/${matterId}/sheet/${id}`),
        () => undefined,
      );
  };
  const error = recalling.error ?? deciding.error;
  return (
    <>
      {state === 'held' || state === 'queued' || state === 'deferred' ? (
        <Button onClick={callBack} disabled={recalling.isLoading}>
          {say.stopSending}
        </Button>
      ) : null}
      {state === 'held' ? <OtherTime messageId={id} /> : null}
      {state === 'failed' ? (
        <Button onClick={callBack} disabled={recalling.isLoading}>
          {say.mendAndSendAgain}
        </Button>
      ) : null}
      {state === 'may-have-gone' ? (
        <>
          <Button onClick={() => void decide({ id, decision: 'gone' })}>{say.itHasGoneFileIt}</Button>
          <Button onClick={() => void decide({ id, decision: 'send-again' })}>{say.sendItAgain}</Button>
        </>
      ) : null}
      {error ? (
        <span role="alert" className={classes.error}>
          {problemWords(error)}
        </span>
      ) : null}
    </>
  );
}

/** Another time for a message that waits to leave, chosen where it stands. */
function OtherTime({ messageId }: { readonly messageId: string }) {
  const [opened, setOpened] = useState(false);
  const { data: message } = useMessageQuery(messageId, { skip: !opened });
  const [reschedule, { error }] = useRescheduleMutation();
  return (
    <Popover position="bottom-end" trapFocus opened={opened} onChange={setOpened}>
      <Popover.Target>
        <Button
          onClick={() => {
            setOpened(!opened);
          }}
        >
          {say.changeTime}
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        {message ? (
          <LeavingTime
            message={message}
            done={say.changeTimeNow}
            onChoose={(sendOn) => {
              void reschedule({ id: messageId, sendOn })
                .unwrap()
                .then(
                  () => {
                    setOpened(false);
                  },
                  () => undefined,
                );
            }}
          />
        ) : null}
        {error ? (
          <p role="alert" className={classes.error}>
            {problemWords(error)}
          </p>
        ) : null}
      </Popover.Dropdown>
    </Popover>
  );
}
