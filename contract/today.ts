import { Type } from 'typebox';
import { FollowUpView } from './matterTypes.ts';
import type { Static } from 'typebox';
import { DateText, Id, Instant } from './common.ts';
import { MessageSummary } from './messages.ts';

const OnMatter = { matterId: Id, reference: Type.String(), title: Type.String() };

export const TodayQuery = Type.Object({ whose: Type.Optional(Type.Enum(['mine', 'all'])) });

/** What there is to do, each line with what is needed to begin the message that deals with it. */
export const Today = Type.Object({
  today: DateText,
  followUps: Type.Array(Type.Object({ ...OnMatter, ...FollowUpView.properties })),
  /** Key dates and calculated days that are near, of open matters. */
  days: Type.Array(
    Type.Object({
      ...OnMatter,
      path: Type.String(),
      label: Type.String(),
      date: DateText,
      workingDaysLeft: Type.Integer(),
    }),
  ),
  /** Days of one kind that come within the month on several matters: what a round could be written about. */
  comingUp: Type.Array(
    Type.Object({
      typeId: Id,
      path: Type.String(),
      label: Type.String(),
      matters: Type.Integer(),
      withinDays: Type.Integer(),
    }),
  ),
  /** What came in lately and was filed by itself or by hand. */
  cameIn: Type.Array(
    Type.Object({
      ...OnMatter,
      entryId: Id,
      occurredAtUtc: Instant,
      who: Type.String(),
      subject: Type.String(),
      opening: Type.String(),
    }),
  ),
  /** Conversations that wait for somebody, the longest first. */
  outstanding: Type.Array(
    Type.Object({
      ...OnMatter,
      entryId: Id,
      sinceUtc: Instant,
      days: Type.Integer(),
      owes: Type.Enum(['us', 'them']),
      who: Type.String(),
      subject: Type.String(),
    }),
  ),
  /** What is held, put off, refused or in doubt. */
  onItsWay: Type.Array(MessageSummary),
  inTray: Type.Integer(),
});
export type Today = Static<typeof Today>;

/** The secret address of a person's calendar; null where there is none. */
export const CalendarFeed = Type.Object({ path: Type.Union([Type.String(), Type.Null()]) });
export type CalendarFeed = Static<typeof CalendarFeed>;
