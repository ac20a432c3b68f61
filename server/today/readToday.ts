import type { Services } from '../platform/services.ts';
import type { Today } from '../../contract/today.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { withInvited } from '../matters/followUpQueries.ts';
import { unanswered, followUpsDue, lastHeard } from './queries.ts';
import type { ConversationLine, Whose } from './queries.ts';
import { listOutTray } from '../sending/queries.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { addDays, daysBetween } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { viewSummary } from '../messages/messageSummary.ts';
import { countWaiting } from '../incoming/queries.ts';
import { awaiting } from '../../core/correspondence/answers.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { daysInHand } from './daysInHand.ts';
import type { DayInHand } from './daysInHand.ts';
import { workingDaysBetween } from '../../core/dates/workingDays.ts';
import type { PersonScope } from '../access/scope.ts';

const DAY_MS = 86_400_000;

/** Follow-ups of the coming week stand here too, so that a Friday can be made lighter. */
const WEEK = 7;

const NEAR_DAYS = 10;

/** Within so many days, so many matters with the same kind of day are worth a round. */
const MONTH = 30;
const SEVERAL = 3;

const HEARD_MS = 3 * DAY_MS;

/** Younger ones need no chasing yet; older ones are past it. */
const ASK_AFTER_MS = 4 * DAY_MS;

const FORGOTTEN_MS = 120 * DAY_MS;

const MOST = 60;

/** What is due, what came in, what is on its way and whose answer is outstanding. */
export async function readToday(services: Services, scope: PersonScope, whose: Whose): Promise<Today> {
  const settings = await readSettings(scope);
  const nowUtc = services.now();
  const { date: today } = zonedTime(settings.timeZone, nowUtc);
  const days = await daysInHand(services, scope, whose, settings);
  const tray = await listOutTray(scope, { limit: MOST, after: undefined });
  const waiting = await unanswered(
    scope,
    whose,
    { fromUtc: nowUtc - FORGOTTEN_MS, untilUtc: nowUtc },
    MOST * 2,
  );
  return {
    today,
    followUps: await withInvited(scope, await followUpsDue(scope, whose, addDays(today, WEEK), MOST)),
    days: nearDays(days, settings, today),
    comingUp: comingUp(days, today),
    cameIn: (await lastHeard(scope, whose, nowUtc - HEARD_MS, MOST)).map((line) => ({
      ...onMatter(line),
      entryId: line.entryId,
      occurredAtUtc: line.occurredAtUtc,
      who: line.people.from.name || line.people.from.address,
      subject: line.subject,
      opening: line.opening,
    })),
    outstanding: waiting.flatMap((line) => outstanding(line, nowUtc, settings.timeZone)).slice(0, MOST),
    onItsWay: tray.items.map(viewSummary),
    inTray: await countWaiting(scope),
  };
}

const onMatter = ({ matterId, reference, title }: ConversationLine) => ({ matterId, reference, title });

function outstanding(line: ConversationLine, nowUtc: number, timeZone: string): Today['outstanding'] {
  const day = (utc: number): PlainDate => zonedTime(timeZone, utc).date;
  const days = daysBetween(day(line.occurredAtUtc), day(nowUtc));
  const { direction, outCount, inCount, expects } = line;
  const waits = awaiting({ direction, out: outCount, in: inCount, expects }, days);
  if (waits.kind === 'nothing') return [];
  const owes = waits.kind === 'ourAnswer' ? 'us' : 'them';
  if (owes === 'them' && nowUtc - line.occurredAtUtc < ASK_AFTER_MS) return [];
  const { from, to } = line.people;
  const who = owes === 'us' ? [from] : to;
  return [
    {
      ...onMatter(line),
      entryId: line.entryId,
      sinceUtc: line.occurredAtUtc,
      days,
      owes,
      who: who.map(({ name, address }) => name || address).join(', '),
      subject: line.subject,
    },
  ];
}

function nearDays(days: readonly DayInHand[], settings: PracticeSettings, today: PlainDate): Today['days'] {
  return days
    .filter(({ date }) => daysBetween(today, date) >= 0 && daysBetween(today, date) <= NEAR_DAYS)
    .map(({ typeId: _typeId, ...day }) => ({
      ...day,
      workingDaysLeft: workingDaysBetween(calendarOf(settings), today, day.date),
    }))
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/** Days of one kind that come within the month on several matters: what a round could be written about. */
function comingUp(days: readonly DayInHand[], today: PlainDate): Today['comingUp'] {
  const soon = days.filter(({ date }) => daysBetween(today, date) >= 0 && daysBetween(today, date) <= MONTH);
  return [...groupBy(soon, ({ typeId, path }) => `${typeId} ${path}`).values()].flatMap((those) => {
    const [first] = those;
    return first && those.length >= SEVERAL
      ? [
          {
            typeId: first.typeId,
            path: first.path,
            label: first.label,
            matters: those.length,
            withinDays: MONTH,
          },
        ]
      : [];
  });
}
