import { Popover } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { MessageSummary } from '../../../contract/messages.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { exactTime } from '../../words/dates.ts';
import { heardWords, problemWords, refusalAdvice, stateWords } from '../../words/wording.ts';
import { Button } from '../../ui/Button.tsx';
import {
  useDecideMutation,
  useMessageQuery,
  useRecallMutation,
  useRescheduleMutation,
} from '../../api/messages.ts';
import { LeavingTime } from './LeavingTime.tsx';
import classes from './MessageLine.module.css';
import { Tip } from '../../ui/Tip.tsx';
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
            {message.subject || (message.channel === 'text' ? 'A text message' : 'Without a subject yet')}
          </Link>
        ) : (
          <b className={classes.subject}>
            {message.subject || (message.channel === 'text' ? 'A text message' : '')}
          </b>
        )}
        <span className={classes.to}>
          {message.to.length > 0 ? `to ${joinNames(message.to)}` : 'to nobody yet'}
        </span>
        <Tip label={exactTime(message.updatedAtUtc)}>
          <span className={classes.author}>by {message.author}</span>
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
          {heardWords(stateDetail.reply)} <q>{stateDetail.reply}</q>
          <br />
          {state === 'failed'
            ? refusalAdvice(stateDetail.reply)
            : 'Nothing is lost; it is tried again by itself.'}
        </p>
      )}
      {state === 'may-have-gone' ? (
        <p className={classes.reply}>
          It was handed over, and the line broke before the mail server said it has it. It is never sent again
          unasked. Ask a recipient, then say which it is.
        </p>
      ) : null}
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
  return seconds > 0 ? `Sends in ${seconds} s` : 'Sending';
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
          Stop sending
        </Button>
      ) : null}
      {state === 'held' ? <OtherTime messageId={id} /> : null}
      {state === 'failed' ? (
        <Button onClick={callBack} disabled={recalling.isLoading}>
          Mend and send again
        </Button>
      ) : null}
      {state === 'may-have-gone' ? (
        <>
          <Button onClick={() => void decide({ id, decision: 'gone' })}>It has gone: file it</Button>
          <Button onClick={() => void decide({ id, decision: 'send-again' })}>Send it again</Button>
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
          Change time…
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        {message ? (
          <LeavingTime
            message={message}
            done="Change time"
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
