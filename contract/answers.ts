import { Type } from 'typebox';
import type { Static } from 'typebox';
import { DateText, Id, Instant } from './common.ts';

const closed = { additionalProperties: false };

/** `open` nobody decided yet · `taken` stands in the record · `left` somebody said that the record stays as it is. */
export const OFFERED_STATES = ['open', 'taken', 'left'] as const;
export type OfferedState = (typeof OFFERED_STATES)[number];

/** What a recipient's answer offers to the record, beside what stands there. */
export const OfferedView = Type.Object({
  id: Id,
  matterId: Id,
  reference: Type.String(),
  title: Type.String(),
  entryId: Id,
  /** Whoever answered. */
  who: Type.String(),
  ask: Type.String(),
  atUtc: Instant,
  to: Type.Enum(['fact', 'date', 'row', 'address']),
  /** The fact, the day, the table’s column, or whose address. */
  place: Type.String(),
  offered: Type.String(),
  /** What stands there now; null for nothing, and for a row, which is always a further one. */
  now: Type.Union([Type.String(), Type.Null()]),
  state: Type.Enum([...OFFERED_STATES]),
});
export type OfferedView = Static<typeof OfferedView>;
export const OfferedList = Type.Object({ items: Type.Array(OfferedView) });
export type OfferedList = Static<typeof OfferedList>;

export const TakeOffered = Type.Object(
  {
    id: Id,
    /** `taken` puts it into the record, `left` leaves the record as it is, `open` takes either back. */
    as: Type.Enum([...OFFERED_STATES]),
  },
  closed,
);
export type TakeOffered = Static<typeof TakeOffered>;

/** The page on which one recipient of a message answers. Its address is known to them alone. */
export const AnswerPageView = Type.Object({
  id: Id,
  messageId: Id,
  who: Type.String(),
  state: Type.Enum(['open', 'mendable', 'answered', 'over', 'withdrawn']),
  /** The last day on which it can be answered. */
  untilDay: DateText,
  questions: Type.Array(Type.String()),
  timesAnswered: Type.Integer(),
  answeredUtc: Type.Union([Instant, Type.Null()]),
});
export type AnswerPageView = Static<typeof AnswerPageView>;
export const AnswerPages = Type.Object({ items: Type.Array(AnswerPageView) });
export type AnswerPages = Static<typeof AnswerPages>;
/** `withdrawn: false` opens it again; without a word it ends. */
export const WithdrawPage = Type.Object({ withdrawn: Type.Optional(Type.Boolean()) }, closed);
export const OnePage = Type.Object({ id: Id, pageId: Id });
