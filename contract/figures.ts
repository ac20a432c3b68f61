import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id, RealDay } from './common.ts';
import { Channel } from './messages.ts';
import { TemplateContentJson } from './templates.ts';

export const FIGURE_TABLES = ['weeks', 'channels', 'categories', 'types', 'people', 'templates'] as const;

export const FiguresQuery = Type.Object({
  /** Both days are within; at most three years lie between. */
  from: RealDay,
  until: RealDay,
  /** One’s own, or those of everybody, which needs the right to. */
  of: Type.Optional(Type.Enum(['mine', 'all'])),
  typeId: Type.Optional(Id),
  channel: Type.Optional(Channel),
  /** Of one person among everybody, where the practice shows figures by name. */
  personId: Type.Optional(Id),
});
export type FiguresQuery = Static<typeof FiguresQuery>;

export const FiguresCsvQuery = Type.Object({
  ...FiguresQuery.properties,
  table: Type.Enum([...FIGURE_TABLES]),
});

/** How long answers took within working hours, to the quarter of an hour; null of none. */
const AnswerTimes = Type.Object({
  count: Type.Integer(),
  medianMinutes: Type.Union([Type.Number(), Type.Null()]),
  /** Nine in ten took no longer. */
  mostMinutes: Type.Union([Type.Number(), Type.Null()]),
});
export type AnswerTimes = Static<typeof AnswerTimes>;

/** `ours` is how long we took to answer, `theirs` how long we waited. */
const Answers = Type.Object({ ours: AnswerTimes, theirs: AnswerTimes });

const Went = { sent: Type.Integer(), received: Type.Integer() };

export const Figures = Type.Object({
  from: RealDay,
  until: RealDay,
  of: Type.Enum(['mine', 'all']),
  /** Whether one may ask for everybody’s. */
  mayAll: Type.Boolean(),
  /** A working day of the practice. */
  minutesADay: Type.Integer(),
  /** Received is counted for the practice as a whole: of one’s own it is 0. */
  ...Went,
  weeks: Type.Array(Type.Object({ week: RealDay, ...Went, ...Answers.properties })),
  channels: Type.Array(Type.Object({ channel: Type.String(), ...Went })),
  categories: Type.Array(Type.Object({ category: Type.String(), ...Went })),
  answers: Answers,
  types: Type.Array(Type.Object({ typeId: Id, name: Type.String(), ...Answers.properties })),
  /** By name, in the order of names; empty where the practice does not show them so. */
  people: Type.Array(
    Type.Object({ personId: Id, name: Type.String(), sent: Type.Integer(), ours: AnswerTimes }),
  ),
  followUps: Type.Object({
    /** Due within the span, up to today. */
    due: Type.Integer(),
    inTime: Type.Integer(),
    late: Type.Integer(),
    open: Type.Integer(),
  }),
  rounds: Type.Object({ rounds: Type.Integer(), messages: Type.Integer() }),
});
export type Figures = Static<typeof Figures>;

/** A share of uses, with the interval within which the true one lies (95 %, Wilson). */
const Share = Type.Object({
  hits: Type.Integer(),
  of: Type.Integer(),
  low: Type.Number(),
  high: Type.Number(),
});
export type Share = Static<typeof Share>;

const Use = {
  uses: Type.Integer(),
  answered: Share,
  medianMinutes: Type.Union([Type.Number(), Type.Null()]),
  /** The part of its words that was changed before it went, 0–1; null where it is not known. */
  rewritten: Type.Union([Type.Number(), Type.Null()]),
  /** Cautions in spite of which it was sent, for each use. */
  cautions: Type.Number(),
};

const Ease = Type.Object({
  score: Type.Integer(),
  level: Type.Enum(['veryEasy', 'easy', 'plain', 'demanding', 'hard']),
});

export const TemplateFigures = Type.Object({
  templateId: Id,
  name: Type.String(),
  channel: Channel,
  ...Use,
  words: Type.Integer(),
  /** Null for a language without a formula, and for a few words. */
  ease: Type.Union([Ease, Type.Null()]),
  /** How often it stood above the one that was chosen on the shelf. */
  passedOver: Type.Integer(),
});
export type TemplateFigures = Static<typeof TemplateFigures>;

export const TemplateFiguresList = Type.Object({
  /** A working day of the practice. */
  minutesADay: Type.Integer(),
  items: Type.Array(TemplateFigures),
});
export type TemplateFiguresList = Static<typeof TemplateFiguresList>;

/** One template, version by version, with the sentences that are changed most. */
export const TemplateFiguresDetail = Type.Object({
  ...TemplateFigures.properties,
  minutesADay: Type.Integer(),
  /** Latest first. What a version did is said against the one before it. */
  versions: Type.Array(
    Type.Object({
      versionId: Id,
      number: Type.Integer(),
      ...Use,
      effect: Type.Enum(['better', 'worse', 'unclear', 'tooFew', 'first']),
    }),
  ),
  /** As patterns: what the record fills in stands between `‹` and `›`, by its label. */
  wording: Type.Array(Type.Object({ text: Type.String(), times: Type.Integer() })),
  changes: Type.Array(
    Type.Object({
      was: Type.String(),
      times: Type.Integer(),
      /** What was most often written instead; empty where it was taken out. */
      became: Type.String(),
      becameTimes: Type.Integer(),
      /** It stands in the current version, and can be taken over into a new one. */
      stands: Type.Boolean(),
    }),
  ),
});
export type TemplateFiguresDetail = Static<typeof TemplateFiguresDetail>;

export const RewriteQuery = Type.Object({
  ...FiguresQuery.properties,
  /** Which of the sentences that are changed most, from 0. */
  nth: Type.Integer({ minimum: 0, maximum: 60 }),
});
export const RewrittenTemplate = Type.Object({ content: TemplateContentJson });
export type RewrittenTemplate = Static<typeof RewrittenTemplate>;
