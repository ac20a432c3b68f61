import type { EntrySummary } from '../../../../contract/correspondence.ts';
import { bareSubject } from '../../../../core/correspondence/answers.ts';
import { formatDate } from '../../../../core/dates/formatDate.ts';
import { groupBy } from '../../../../core/model/groupBy.ts';
import { dayParts } from '../../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../../core/model/plainDate.ts';
import { dayOf, writeDay } from '../../../words/dates.ts';
import { say } from '../../../words/en/matter-correspondence.ts';

/** A conversation as one block: its subject said once, its entries newest first. */
export interface Bundle {
  readonly id: string;
  readonly subject: string;
  readonly entries: readonly EntrySummary[];
}

/** Conversations, each whole and where its latest entry stands; entries come newest first. */
export const bundlesOf = (entries: readonly EntrySummary[]): readonly Bundle[] =>
  [...groupBy(entries, ({ conversationId }) => conversationId)].map(([id, inIt]) => ({
    id,
    subject: subjectOf(inIt),
    entries: inIt,
  }));

/** What it was begun about, without the marks of replies. */
function subjectOf(entries: readonly EntrySummary[]): string {
  const first = entries.findLast(({ subject }) => subject.trim() !== '');
  const bare = first && bareSubject(first.subject);
  if (bare) return bare;
  return entries.some(({ channel }) => channel === 'text') ? say.textMessage : say.withoutASubject;
}

/** Bundles under the month of their latest entry, newest first; the year stands with months of another one. */
export function months(
  bundles: readonly Bundle[],
  today: PlainDate,
): readonly (readonly [month: string, bundles: Bundle[]])[] {
  const thisYear = dayParts(today).year;
  return [
    ...groupBy(bundles, ({ entries }) => {
      const day = dayOf(entries[0]?.occurredAtUtc ?? 0);
      const month = writeDay(day, 'monthYear');
      return dayParts(day).year === thisYear ? month.replace(/ \d+$/, '') : month;
    }),
  ];
}

/** The month an entry is of, in short, where it is not the one its bundle stands under. */
export function otherMonth(entry: EntrySummary, { entries }: Bundle): string | undefined {
  const [day, head] = [dayOf(entry.occurredAtUtc), dayOf(entries[0]?.occurredAtUtc ?? 0)];
  if (day.slice(0, 7) === head.slice(0, 7)) return undefined;
  const month = formatDate(day, 'monthYear').slice(0, 3);
  return dayParts(day).year === dayParts(head).year
    ? month
    : `${month} ${String(dayParts(day).year).slice(2)}`;
}
