import type { RoutineOccasion } from '../../../contract/routines.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { workingDaysBetween } from '../../../core/dates/workingDays.ts';
import { awaiting } from '../../../core/correspondence/answers.ts';
import { groupBy } from '../../../core/model/groupBy.ts';
import { daysBetween } from '../../../core/model/plainDate.ts';
import { occasionsOf } from '../../../core/routines/index.ts';
import type { MatterNow, Occasion, RoutineContent } from '../../../core/routines/index.ts';
import { calculate, inputReader } from '../../../core/values/calculate.ts';
import type { Scope } from '../../access/scope.ts';
import type { StoredMatter } from '../../matters/matter.ts';
import type { Services } from '../../platform/services.ts';
import { calendarOf } from '../../platform/settings/practiceSettings.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { lastWordOurs } from './routineQueries.ts';

/** What some matters show of themselves for routines to be offered on them. */
export async function mattersNow(
  { now }: Pick<Services, 'now'>,
  scope: Scope,
  matters: readonly StoredMatter[],
): Promise<ReadonlyMap<string, MatterNow>> {
  const settings = await readSettings(scope);
  const calendar = calendarOf(settings);
  const dayOf = (utc: number) => zonedTime(settings.timeZone, utc).date;
  const today = dayOf(now());
  const open = groupBy(
    await lastWordOurs(
      scope,
      matters.map(({ id }) => id),
    ),
    ({ matterId }) => matterId,
  );
  return new Map(
    matters.map((record) => {
      const context = { record, calendar, today };
      // Worked out only where somebody asks for one.
      let values: ReturnType<typeof calculate> | undefined;
      const read: MatterNow['read'] = (path) => {
        if (path.startsWith('calculated.')) values ??= calculate(context);
        return inputReader(context, values ?? new Map())(path);
      };
      const unanswered = (open.get(record.id) ?? []).flatMap((one) => {
        const end = {
          direction: 'out',
          out: one.outCount,
          in: one.inCount,
          ...(one.expects === null ? {} : { expects: one.expects === 1 }),
        } as const;
        const sentOn = dayOf(one.occurredAtUtc);
        return awaiting(end, daysBetween(sentOn, today)).kind === 'theirAnswer'
          ? [{ entryId: one.entryId, workingDays: workingDaysBetween(calendar, sentOn, today) }]
          : [];
      });
      return [
        record.id as string,
        {
          typeId: record.type.id,
          stage: record.stage,
          read,
          today,
          unanswered,
          documents: record.documents,
        },
      ];
    }),
  );
}

/** The first reason to offer a routine here that nothing was run for yet. */
export const openOccasion = (
  content: RoutineContent,
  matter: MatterNow,
  isTaken: (occasion: string) => boolean,
): Occasion | undefined => occasionsOf(content, matter).find(({ key }) => !isTaken(key));

/** An occasion in the parts of its words. */
export function viewOccasion(occasion: Occasion, { type }: Pick<StoredMatter, 'type'>): RoutineOccasion {
  const { on, key } = occasion;
  switch (occasion.on) {
    case 'stage': {
      const stage = key.slice('stage:'.length);
      const label = type.stages.find((one) => one.key === stage)?.label ?? stage;
      return { on, key, label, date: null, workingDays: null };
    }
    case 'date':
      return { on, key, label: dayLabel(occasion.path, type), date: occasion.date, workingDays: null };
    case 'overdue':
      return { on, key, label: '', date: null, workingDays: occasion.workingDays };
    case 'document':
      return { on, key, label: occasion.category, date: null, workingDays: null };
    default:
      return occasion satisfies never;
  }
}

/** What a day is called on matters of a type. */
function dayLabel(path: string, { keyDates, calculated, facts }: StoredMatter['type']): string {
  const [source, key] = path.split('.', 2);
  const named = source === 'date' ? keyDates : source === 'calculated' ? calculated : facts;
  return named.find((one) => one.key === key)?.label ?? path;
}
