import type { ReactNode } from 'react';
import { Link, useOutletContext, useSearchParams } from 'react-router';
import { GENERAL_FILE } from '../../../core/model/generalFile.ts';
import type { Session } from '../../../contract/session.ts';
import type { Today } from '../../../contract/today.ts';
import { bareSubject } from '../../../core/correspondence/answers.ts';
import { daysBetween } from '../../../core/model/plainDate.ts';
import { dayOf, exactTime, listDay, readDay, writeDay } from '../../words/dates.ts';
import { mayDo } from '../../words/rights.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Invited } from '../../parts/followUps/Invited.tsx';
import { Settled } from '../../parts/followUps/Settled.tsx';
import { useSettling } from '../../parts/followUps/useSettling.ts';
import { RoundLink } from '../../parts/start/RoundLink.tsx';
import { StartLink } from '../../parts/start/StartLink.tsx';
import { WhoseChoice } from '../../parts/whose/WhoseChoice.tsx';
import { MessageLine } from '../../parts/messages/MessageLine.tsx';
import { AnswersToday } from './AnswersToday.tsx';
import { FirstSteps } from './FirstSteps.tsx';
import { CalendarAddress } from './CalendarAddress.tsx';
import { ChasesToday, RoundsToday, RoutinesToday } from './RoutinesToday.tsx';
import { useTodayQuery } from '../../api/today.ts';
import { Tip } from '../../ui/Tip.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/today.ts';
import classes from './Today.module.css';

/** What there is to do, each line one press from the sheet that deals with it. */
export function TodayPage() {
  const { user } = useOutletContext<Session>();
  const [params, setParams] = useSearchParams();
  const whose = params.get('whose') === 'all' ? 'all' : 'mine';
  const { data, error } = useTodayQuery(whose);
  if (!data)
    return error ? (
      <Blank title={say.todayCannotBeShown}>
        <p role="alert">{problemWords(error)}</p>
      </Blank>
    ) : (
      <div className={classes.page} aria-busy="true" />
    );
  const nothing =
    [data.followUps, data.days, data.cameIn, data.outstanding, data.onItsWay].every(
      (list) => list.length === 0,
    ) && data.inTray === 0;
  const lists = { data, mayChange: user.mayChange };
  return (
    <div className={classes.page}>
      <ViewHead title={writeDay(readDay(data.today), 'longWeekday')}>
        <WhoseChoice
          value={whose}
          onChange={(one) => {
            setParams(one === 'mine' ? {} : { whose: one }, { replace: true });
          }}
        />
        <CalendarAddress />
        {user.mayChange ? (
          <span className={classes.start}>
            <StartLink matterId={GENERAL_FILE} from={{}}>
              {say.startAMessage}
            </StartLink>
          </span>
        ) : null}
      </ViewHead>
      {mayDo(user, 'settings') ? <FirstSteps /> : null}
      <div className={classes.columns}>
        <div>
          {data.onItsWay.length > 0 ? (
            <Part title={say.sendingAndProblems}>
              {data.onItsWay.map((message) => (
                <MessageLine key={message.id} message={message} mayChange={user.mayChange} withMatter />
              ))}
            </Part>
          ) : null}
          <FollowUps {...lists} />
          <RoundsToday author={user.name} />
          <RoutinesToday whose={whose} mayChange={user.mayChange} />
          <ComingUp {...lists} responsibleId={whose === 'mine' ? user.id : undefined} />
          <Days {...lists} />
        </div>
        <div>
          {data.inTray > 0 ? (
            <Part title={say.inTheTray}>
              <p className={classes.line}>
                <Link to="/in">{say.toBeFiledByHand(plural(data.inTray, say.message))}</Link>
              </p>
            </Part>
          ) : null}
          <AnswersToday whose={whose} mayChange={user.mayChange} />
          <CameIn {...lists} />
          <Outstanding {...lists} owes="us" title={say.theyAreWaitingForUs} />
          <ChasesToday whose={whose} mayChange={user.mayChange} />
          <Outstanding {...lists} owes="them" title={say.weAreWaitingForThem} />
        </div>
      </div>
      {nothing ? (
        <Blank title={say.nothingWaitsToday}>
          <p>{say.whatIsDueWhatCame}</p>
        </Blank>
      ) : null}
    </div>
  );
}

interface ListProps {
  readonly data: Today;
  readonly mayChange: boolean;
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

interface LineProps {
  readonly matterId: string;
  readonly reference: string;
  readonly title: string;
  readonly when: string;
  readonly hover?: string;
  readonly late?: boolean;
  readonly children: ReactNode;
}

function Line({ matterId, reference, title, when, hover, late = false, children }: LineProps) {
  return (
    <div className={classes.line}>
      <Tip label={hover}>
        <span className={classes.when} data-late={late}>
          {when}
        </span>
      </Tip>
      <Tip label={title}>
        <Link to={`/matters/${matterId}`} className={classes.reference}>
          {reference}
        </Link>
      </Tip>
      <span className={classes.what}>{children}</span>
    </div>
  );
}

function FollowUps({ data, mayChange }: ListProps) {
  const settling = useSettling();
  if (data.followUps.length === 0 && !settling.last) return null;
  const today = readDay(data.today);
  return (
    <Part title={say.toFollowUp}>
      <Settled settling={settling} className={classes.done} />
      {data.followUps.map(({ id, what, dueOn, at, place, person, personId, invited, ...matter }) => {
        const day = readDay(dueOn);
        return (
          <Line key={id} {...matter} when={listDay(day, today)} late={day < today}>
            {mayChange ? (
              <StartLink matterId={matter.matterId} from={{ followUpId: id, about: what }}>
                {what}
              </StartLink>
            ) : (
              what
            )}
            <small>{[at, place, person].filter(Boolean).join(' · ')}</small>
            <Invited invited={invited} />
            {mayChange ? (
              <Button
                disabled={settling.busy}
                onClick={() => {
                  settling.settle({ id, what, personId, matterId: matter.matterId });
                }}
              >
                {say.done}
              </Button>
            ) : null}
          </Line>
        );
      })}
    </Part>
  );
}

/** Days of one kind that come on several matters, each one press from the round about them. */
function ComingUp({
  data,
  mayChange,
  responsibleId,
}: ListProps & { readonly responsibleId: string | undefined }) {
  if (data.comingUp.length === 0 || !mayChange) return null;
  return (
    <Part title={say.thisMonth}>
      {data.comingUp.map(({ typeId, path, label, matters, withinDays }) => (
        <p key={`${typeId} ${path}`} className={classes.line}>
          <RoundLink
            from={{
              where: {
                typeId,
                state: 'open',
                ...(responsibleId === undefined ? {} : { responsibleId }),
                when: {
                  join: 'all',
                  conditions: [{ path, test: { op: 'within', fromDays: 0, untilDays: withinDays } }],
                },
              },
            }}
          >
            {say.daysComeOn(label, plural(matters, 'matter'))}
          </RoundLink>
        </p>
      ))}
    </Part>
  );
}

function Days({ data, mayChange }: ListProps) {
  if (data.days.length === 0) return null;
  const today = readDay(data.today);
  return (
    <Part title={say.upcomingDates}>
      {data.days.map(({ path, label, date, workingDaysLeft, ...matter }) => {
        const day = readDay(date);
        const left =
          daysBetween(today, day) === 0 ? 'today' : `${plural(workingDaysLeft, say.workingDay)} left`;
        return (
          <Line
            key={`${matter.matterId} ${path}`}
            {...matter}
            when={listDay(day, today)}
            late={workingDaysLeft <= 1}
          >
            {mayChange ? (
              <StartLink matterId={matter.matterId} from={{ dayPath: path, about: `of ${label}` }}>
                {label}
              </StartLink>
            ) : (
              label
            )}
            <small>
              {left} · {matter.title}
            </small>
          </Line>
        );
      })}
    </Part>
  );
}

function CameIn({ data, mayChange }: ListProps) {
  if (data.cameIn.length === 0) return null;
  const today = readDay(data.today);
  return (
    <Part title={say.recentlyReceived}>
      {data.cameIn.map(({ entryId, occurredAtUtc, who, subject, opening, ...matter }) => (
        <Line
          key={entryId}
          {...matter}
          when={listDay(dayOf(occurredAtUtc), today)}
          hover={exactTime(occurredAtUtc)}
        >
          <Tip label={opening}>
            <Link to={`/matters/${matter.matterId}?entry=${entryId}`}>
              {say.about(who)}
              <i>{bareSubject(subject)}</i>
            </Link>
          </Tip>
          {mayChange ? (
            <StartLink
              matterId={matter.matterId}
              from={{ inReplyTo: entryId, answer: 'sender', about: say.inAnswerTo(who) }}
            >
              {say.reply}
            </StartLink>
          ) : null}
        </Line>
      ))}
    </Part>
  );
}

function Outstanding({
  data,
  mayChange,
  owes,
  title,
}: ListProps & { readonly owes: 'us' | 'them'; readonly title: string }) {
  const lines = data.outstanding.filter((one) => one.owes === owes);
  if (lines.length === 0) return null;
  return (
    <Part title={title}>
      {lines.map(({ entryId, sinceUtc, days, who, subject, owes: _owes, ...matter }) => (
        <Line
          key={entryId}
          {...matter}
          when={plural(days, say.day)}
          hover={exactTime(sinceUtc)}
          late={days >= (owes === 'us' ? 2 : 14)}
        >
          <Link to={`/matters/${matter.matterId}?entry=${entryId}`}>
            {say.about(who)}
            <i>{bareSubject(subject)}</i>
          </Link>
          {mayChange ? (
            <StartLink
              matterId={matter.matterId}
              from={{ inReplyTo: entryId, answer: 'sender', about: `to ${who}` }}
            >
              {owes === 'us' ? say.reply : say.remind}
            </StartLink>
          ) : null}
        </Line>
      ))}
    </Part>
  );
}
