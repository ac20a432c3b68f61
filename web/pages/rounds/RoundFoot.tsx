import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { RoundMessage, RoundView, SendRound } from '../../../contract/rounds.ts';
import { useDeleteRoundMutation, useSendRoundMutation, useSteerRoundMutation } from '../../api/rounds.ts';
import { DateTimeField } from '../../parts/days/DateTimeField.tsx';
import { usePracticeInstant } from '../../parts/days/usePracticeInstant.ts';
import { Button } from '../../ui/Button.tsx';
import { dayOf, listDay, timeOfDay, today } from '../../words/dates.ts';
import { channelCounts, say, unusualWords } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Rounds.module.css';

interface RoundFootProps {
  readonly round: RoundView;
  readonly messages: readonly RoundMessage[];
  readonly mayChange: boolean;
}

const momentWords = (atUtc: number): string => `${listDay(dayOf(atUtc), today())}, ${timeOfDay(atUtc)}`;

/** What will happen, in words, ending in the press that does it; while it goes, what can be done about it. */
export function RoundFoot({ round, messages, mayChange }: RoundFootProps) {
  const navigate = useNavigate();
  const [later, setLater] = useState(false);
  const [at, setAt] = useState('');
  const [perMinute, setPerMinute] = useState('');
  const [send, sending] = useSendRoundMutation();
  const [steer, steering] = useSteerRoundMutation();
  const [remove, removing] = useDeleteRoundMutation();
  const instantOf = usePracticeInstant();
  const sendAt = at === '' ? undefined : instantOf(at);
  const rate = Number(perMinute);
  const order: SendRound = {
    ...(later && sendAt !== undefined ? { sendAt: new Date(sendAt).toISOString() } : {}),
    ...(later && rate > 0 ? { perMinute: rate } : {}),
  };
  const isGoing = round.state === 'sending';
  const isPaused = round.state === 'paused';
  const error = sending.error ?? steering.error ?? removing.error;
  const hasLetters = messages.some(({ channel, group }) => channel === 'letter' && group !== 'out');
  return (
    <footer className={classes.foot}>
      <div className={classes.paths}>
        {hasLetters ? <Letters id={round.id} /> : null}
        <a href={`/api/v1/rounds/${round.id}/report.csv`}>{say.report}</a>
        {mayChange && !isGoing ? (
          <Button
            disabled={removing.isLoading}
            onClick={() =>
              void remove(round.id)
                .unwrap()
                .then(() => navigate('/rounds'))
                .catch(() => undefined)
            }
          >
            {say.deleteRound}
          </Button>
        ) : null}
        {mayChange && round.counts.ready > 0 && !isGoing && !isPaused ? (
          <Button
            aria-expanded={later}
            onClick={() => {
              setLater(!later);
            }}
          >
            {later ? say.sendNow : say.sendLater}
          </Button>
        ) : null}
      </div>
      {later && !isGoing ? (
        <Later at={at} onAt={setAt} perMinute={perMinute} onPerMinute={setPerMinute} />
      ) : null}
      <div className={classes.what} aria-live="polite">
        <What round={round} messages={messages} order={order} />
        {error ? <p role="alert">{problemWords(error)}</p> : null}
      </div>
      {mayChange ? (
        <div className={classes.ends}>
          <Ends
            round={round}
            isBusy={sending.isLoading || steering.isLoading}
            onSend={() => void send({ id: round.id, order })}
            onSteer={(how) => void steer({ id: round.id, how })}
          />
        </div>
      ) : null}
    </footer>
  );
}

const Letters = ({ id }: { readonly id: string }) => (
  <>
    <a href={`/api/v1/rounds/${id}/letters.pdf`}>{say.printAsPdf}</a>
    <a href={`/api/v1/rounds/${id}/letters.pdf?duplex=true`}>{say.printDuplex}</a>
    <a href={`/api/v1/rounds/${id}/letters.zip`}>{say.zip}</a>
  </>
);

interface LaterProps {
  readonly at: string;
  readonly onAt: (at: string) => void;
  readonly perMinute: string;
  readonly onPerMinute: (perMinute: string) => void;
}

/** A time to send at, and how many may leave in a minute. */
function Later({ at, onAt, perMinute, onPerMinute }: LaterProps) {
  return (
    <div className={classes.later}>
      <DateTimeField label={say.setTheTime} value={at} onChange={onAt} />
      <label>
        {say.perMinuteLabel}
        <input
          className={classes.number}
          type="number"
          min={0.1}
          max={1000}
          step="any"
          value={perMinute}
          onChange={(event) => {
            onPerMinute(event.currentTarget.value);
          }}
        />
      </label>
    </div>
  );
}

type Steered = 'release' | 'pause' | 'resume' | 'stop';

interface EndsProps {
  readonly round: RoundView;
  readonly isBusy: boolean;
  readonly onSend: () => void;
  readonly onSteer: (how: Steered) => void;
}

const STEERED: Readonly<Record<Steered, string>> = {
  release: say.release,
  pause: say.pause,
  resume: say.resume,
  stop: say.stop,
};

/** What can be pressed where the round stands; the one that goes on stands last. */
function Ends({ round, isBusy, onSend, onSteer }: EndsProps) {
  const steer = (how: Steered, kind: 'go' | 'quiet') => (
    <Button
      kind={kind}
      disabled={isBusy}
      onClick={() => {
        onSteer(how);
      }}
    >
      {STEERED[how]}
    </Button>
  );
  if (round.state === 'sending')
    return (
      <>
        {steer('stop', 'quiet')}
        {steer('pause', 'go')}
      </>
    );
  if (round.state === 'paused')
    return (
      <>
        {steer('stop', 'quiet')}
        {steer('resume', 'go')}
      </>
    );
  if (round.state === 'done') return null;
  if (round.asksRelease) return round.mayRelease ? steer('release', 'go') : null;
  return (
    <Button
      kind="go"
      disabled={round.counts.ready === 0 || isBusy || round.state === 'preparing'}
      onClick={onSend}
    >
      {round.needsRelease ? say.askToRelease(round.releasers.join(', ')) : say.sendTheRound}
    </Button>
  );
}

interface WhatProps {
  readonly round: RoundView;
  readonly messages: readonly RoundMessage[];
  readonly order: SendRound;
}

function What({ round, messages, order }: WhatProps) {
  const { counts } = round;
  if (round.state === 'sending' && round.leavesAtUtc !== null)
    return <p>{say.leavesFrom(momentWords(round.leavesAtUtc))}</p>;
  if (round.asksRelease) return <p>{say.waitsForRelease(round.releasers.join(', '))}</p>;
  const ready = messages.filter(({ group }) => group === 'ready');
  const of = (channel: RoundMessage['channel']): number =>
    ready.filter((one) => one.channel === channel).length;
  const parts = [
    channelCounts({ email: of('email'), text: of('text'), letter: of('letter') }),
    order.sendAt === undefined ? say.atOnce : say.at(momentWords(Date.parse(order.sendAt))),
    ...(order.perMinute === undefined ? [] : [say.perMinute(order.perMinute)]),
    say.eachFiled,
    ...(round.followUpDays === null ? [] : [say.followUp(round.followUpDays)]),
    say.canBeStopped,
  ];
  return (
    <>
      {counts.ready > 0 && round.unusual.length > 0 ? (
        <p role="note" className={classes.unusual}>
          <b>{say.lookFirst}</b> {round.unusual.map(unusualWords).join('; ')}.
        </p>
      ) : null}
      <p>{counts.ready > 0 ? `${parts.join(' · ')}` : counts.gone > 0 ? '' : say.nothingToSend}</p>
      {counts.fill + counts.look > 0 ? (
        <p className={classes.unusual}>{say.stayBehind(counts.fill, counts.look)}</p>
      ) : null}
      {round.releasedBy ? <p>{say.releasedBy(round.releasedBy)}</p> : null}
    </>
  );
}
