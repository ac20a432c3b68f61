import type { Figures, FiguresQuery } from '../../contract/figures.ts';
import { weekOf, weeksWithin } from '../../core/dates/weekOf.ts';
import { startOfDay, zonedTime } from '../../core/dates/zonedClock.ts';
import { timesOf, wentBy } from '../../core/figures/tally.ts';
import type { Went } from '../../core/figures/tally.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { addDays, daysBetween } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { listPeople } from '../access/peopleQueries.ts';
import { may } from '../access/rights.ts';
import type { PersonScope } from '../access/scope.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { readSettings } from '../platform/settings/queries.ts';
import {
  answerTimesBy,
  countsWithin,
  followUpsDue,
  hiddenEntries,
  histogramOf,
  roundsWithin,
  sentByPerson,
} from './queries.ts';
import type { CountRow, HiddenEntry, Span, TimeRow } from './queries.ts';

/** As far apart as the days of a span can lie. */
const MOST_DAYS = 3 * 366;

/** What is asked for, once it is known that the actor may ask for it. */
export async function spanOf(
  scope: PersonScope,
  { from, until, of = 'mine', typeId, channel, personId }: FiguresQuery,
): Promise<Span & { readonly of: 'mine' | 'all' }> {
  const isOther = personId !== undefined && personId !== scope.actor.id;
  if ((of === 'all' || isOther) && !may(scope.actor, 'figures'))
    throw new DomainProblem('notYours', [{ code: 'figuresOfAllNotYours' }]);
  if (isOther && !(await readSettings(scope)).figuresByName)
    throw new DomainProblem('notYours', [{ code: 'figuresNotByName' }]);
  const [first, last] = [from as PlainDate, until as PlainDate];
  if (last < first || daysBetween(first, last) > MOST_DAYS)
    throw new DomainProblem('badRequest', [{ code: 'spanTooLong' }]);
  const whose = of === 'mine' ? scope.actor.id : personId;
  return { from: first, until: last, of, personId: whose, typeId, channel };
}

type CountKey = Pick<CountRow, 'week' | 'channel' | 'category'>;

const NONE: Went = { sent: 0, received: 0 };

/** What was sent and received in a span, how long answers took, what was followed up, and what went in rounds. */
export async function readFigures(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  query: FiguresQuery,
): Promise<Figures> {
  const span = await spanOf(scope, query);
  const settings = await readSettings(scope);
  const between = instantsOf(span, settings);
  const hidden = await hiddenEntries(scope, span, between);
  const rows = await countsWithin(scope, span);
  const counted = (keyOf: (row: CountKey) => string): ReadonlyMap<string, Went> =>
    wentBy(
      rows.map((row) => ({ key: keyOf(row), direction: row.direction, count: row.count })),
      hidden.map((entry) => ({
        key: keyOf({ ...entry, week: weekOf(zonedTime(settings.timeZone, entry.occurredAtUtc).date) }),
        direction: entry.direction,
        count: 1,
      })),
    );
  const byWeek = counted(({ week }) => week);
  const times = await answerTimesBy(scope, span, 'week');
  const ofWeek = groupBy(times, ({ key }) => key);
  const { workingHours } = settings;
  const total = [...byWeek.values()];
  return {
    from: span.from,
    until: span.until,
    of: span.of,
    mayAll: may(scope.actor, 'figures'),
    minutesADay: workingHours.untilMinute - workingHours.fromMinute,
    sent: total.reduce((sum, { sent }) => sum + sent, 0),
    received: total.reduce((sum, { received }) => sum + received, 0),
    weeks: weeksWithin(span.from, span.until).map((week) => ({
      week,
      ...(byWeek.get(week) ?? NONE),
      ...answersOf(ofWeek.get(week) ?? []),
    })),
    channels: listed(counted(({ channel }) => channel)).map(([channel, went]) => ({
      channel,
      ...went,
    })),
    categories: listed(counted(({ category }) => category)).map(([category, went]) => ({
      category,
      ...went,
    })),
    answers: answersOf(times),
    types: await byType(scope, span),
    people: await byPerson(scope, span, settings, hidden),
    followUps: keptInTime(await followUpsDue(scope, span), settings, services.now()),
    rounds: await roundsWithin(scope, span, between),
  };
}

const instantsOf = ({ from, until }: Span, { timeZone }: PracticeSettings) => ({
  fromUtc: startOfDay(timeZone, from),
  untilUtc: startOfDay(timeZone, addDays(until, 1)) - 1,
});

/** The most first; those alike by name. */
const listed = (went: ReadonlyMap<string, Went>): readonly (readonly [string, Went])[] =>
  [...went].sort(
    ([a, { sent, received }], [b, other]) =>
      other.sent + other.received - sent - received || a.localeCompare(b),
  );

const answersOf = (rows: readonly TimeRow[]) => ({
  ours: timesOf(histogramOf(rows, 'ours')),
  theirs: timesOf(histogramOf(rows, 'theirs')),
});

async function byType(scope: PersonScope, span: Span): Promise<Figures['types']> {
  const rows = groupBy(await answerTimesBy(scope, span, 'type_id'), ({ key }) => key);
  const names = new Map((await listMatterTypes(scope)).map(({ id, name }) => [id as string, name]));
  return [...rows].flatMap(([typeId, times]) => {
    const name = names.get(typeId);
    return name === undefined ? [] : [{ typeId, name, ...answersOf(times) }];
  });
}

/** In the order of their names, never of their times; others' only where the practice shows them. */
async function byPerson(
  scope: PersonScope,
  span: Span,
  { figuresByName }: PracticeSettings,
  hidden: readonly HiddenEntry[],
): Promise<Figures['people']> {
  if (span.personId === undefined && !figuresByName) return [];
  const went = wentBy(
    await sentByPerson(scope, span),
    hidden.flatMap(({ direction, personId }) =>
      direction === 'out' ? [{ key: personId, direction, count: 1 }] : [],
    ),
  );
  const rows = groupBy(await answerTimesBy(scope, span, 'person_id'), ({ key }) => key);
  return (await listPeople(scope))
    .filter(({ id }) => (span.personId ?? id) === id && (went.has(id) || rows.has(id)))
    .map(({ id, name }) => ({
      personId: id,
      name,
      sent: went.get(id)?.sent ?? 0,
      ours: answersOf(rows.get(id) ?? []).ours,
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

function keptInTime(
  due: Awaited<ReturnType<typeof followUpsDue>>,
  { timeZone }: PracticeSettings,
  nowUtc: number,
): Figures['followUps'] {
  const today = zonedTime(timeZone, nowUtc).date;
  const past = due.filter(({ dueOn, doneUtc }) => dueOn <= today || doneUtc !== null);
  const doneInTime = past.filter(
    ({ dueOn, doneUtc }) => doneUtc !== null && zonedTime(timeZone, doneUtc).date <= dueOn,
  ).length;
  const open = past.filter(({ doneUtc }) => doneUtc === null).length;
  return { due: past.length, inTime: doneInTime, late: past.length - doneInTime - open, open };
}
