import type { EntrySummary } from '../../../../contract/correspondence.ts';
import { formatDate } from '../../../../core/dates/formatDate.ts';
import { groupBy } from '../../../../core/model/groupBy.ts';
import { dayParts } from '../../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../../core/model/plainDate.ts';
import { dayOf } from '../../../words/dates.ts';

/** Entries under the months they fall in, newest first as they come; the year stands with months of another one. */
export function months(
  entries: readonly EntrySummary[],
  today: PlainDate,
): readonly (readonly [month: string, entries: EntrySummary[]])[] {
  const thisYear = dayParts(today).year;
  return [
    ...groupBy(entries, ({ occurredAtUtc }) => {
      const day = dayOf(occurredAtUtc);
      const month = formatDate(day, 'monthYear');
      return dayParts(day).year === thisYear ? month.replace(/ \d+$/, '') : month;
    }),
  ];
}

export interface Placed {
  readonly entry: EntrySummary;
  /** Stands under the letter of its conversation that came after it. */
  readonly follows: boolean;
}

/** Keeps conversations together within a month, each where its latest letter stands. */
export function gather(entries: readonly EntrySummary[]): readonly Placed[] {
  return [...groupBy(entries, ({ conversationId }) => conversationId).values()].flatMap((conversation) =>
    conversation.map((entry, n) => ({ entry, follows: n > 0 })),
  );
}
