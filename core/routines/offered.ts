import { daysBetween } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { dayOfValue } from '../model/value.ts';
import { groupHolds } from '../values/conditions.ts';
import type { ReadPath } from '../values/conditions.ts';
import type { OfferedOn, RoutineContent } from './routine.ts';

/** What a matter shows of itself for routines to be offered on it. */
export interface MatterNow {
  readonly typeId: string;
  readonly stage: string;
  /** Reads facts, key dates and calculated values. */
  readonly read: ReadPath;
  readonly today: PlainDate;
  /** Messages that wait for an answer of theirs, each since how many working days. */
  readonly unanswered: readonly { readonly entryId: string; readonly workingDays: number }[];
  readonly documents: readonly {
    readonly id: string;
    readonly category: string;
    readonly addedOn: PlainDate;
  }[];
}

/** Why a routine is offered here and now. `key` stays the same as long as it is for the same reason: what was run for it is not offered again. */
export type Occasion =
  | { readonly on: 'stage'; readonly key: string }
  | { readonly on: 'date'; readonly key: string; readonly path: string; readonly date: PlainDate }
  | {
      readonly on: 'overdue';
      readonly key: string;
      readonly entryId: string;
      readonly workingDays: number;
    }
  | { readonly on: 'document'; readonly key: string; readonly documentId: string; readonly category: string };

/** Every reason there is to offer a routine on a matter, in the routine's own order; none where its condition fails. */
export function occasionsOf(
  { typeIds, offeredOn, when }: Pick<RoutineContent, 'typeIds' | 'offeredOn' | 'when'>,
  matter: MatterNow,
): readonly Occasion[] {
  if (typeIds.length > 0 && !typeIds.includes(matter.typeId)) return [];
  const found = offeredOn.flatMap((one) => occasionsFor(one, matter));
  // The condition may have to calculate: it is asked last.
  return found.length > 0 && (!when || groupHolds(when, matter.read)) ? found : [];
}

function occasionsFor(offered: OfferedOn, matter: MatterNow): readonly Occasion[] {
  switch (offered.on) {
    case 'stage':
      return matter.stage === offered.stage ? [{ on: 'stage', key: `stage:${offered.stage}` }] : [];
    case 'date': {
      const date = dayOfValue(matter.read(offered.path));
      if (!date) return [];
      const away = daysBetween(matter.today, date);
      return away >= offered.fromDays && away <= offered.untilDays
        ? [{ on: 'date', key: `date:${offered.path}:${date}`, path: offered.path, date }]
        : [];
    }
    case 'overdue':
      return matter.unanswered
        .filter(({ workingDays }) => workingDays > offered.workingDays)
        .map(({ entryId, workingDays }) => ({
          on: 'overdue',
          key: `overdue:${entryId}`,
          entryId,
          workingDays,
        }));
    case 'document':
      return matter.documents
        .filter(
          ({ category, addedOn }) =>
            category === offered.category && daysBetween(addedOn, matter.today) <= offered.days,
        )
        .map(({ id, category }) => ({
          on: 'document',
          key: `document:${id}`,
          documentId: id,
          category,
        }));
    default:
      return offered satisfies never;
  }
}
