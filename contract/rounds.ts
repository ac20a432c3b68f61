import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id, Instant, page } from './common.ts';
import { ConditionGroup } from './matterTypes.ts';
import { Channel } from './messages.ts';
import { StateDetail, StateKind } from './messageState.ts';

/** The most messages of one round: a practice that writes to more people at once has another job. */
export const MOST_IN_ROUND = 20_000;
/** The most references or contacts that one request names. */
const MOST_NAMED = 20_000;
const Key = Type.String({ minLength: 1, maxLength: 80 });

/** Which matters: all that is named must be so. */
export const SetWhere = Type.Object(
  {
    typeId: Type.Optional(Id),
    stages: Type.Optional(Type.Array(Key, { minItems: 1, maxItems: 60 })),
    state: Type.Optional(Type.Enum(['open', 'closed'])),
    responsibleId: Type.Optional(Id),
    /** Somebody is in this role. */
    role: Type.Optional(Key),
    /** Nothing of this category went out within so many days. */
    notSent: Type.Optional(
      Type.Object({
        category: Type.String({ minLength: 1, maxLength: 120 }),
        days: Type.Integer({ minimum: 1, maximum: 20_000 }),
      }),
    ),
    when: Type.Optional(ConditionGroup),
  },
  { additionalProperties: false },
);
export type SetWhere = Static<typeof SetWhere>;

export const CountSet = Type.Object({ where: SetWhere }, { additionalProperties: false });
export const SetCount = Type.Object({ matters: Type.Integer(), people: Type.Integer() });
export type SetCount = Static<typeof SetCount>;

export const SavedSet = Type.Object({
  id: Id,
  name: Type.String(),
  where: SetWhere,
  /** Seen and used by everybody. */
  shared: Type.Boolean(),
  own: Type.Boolean(),
});
export type SavedSet = Static<typeof SavedSet>;
export const SavedSets = Type.Object({ items: Type.Array(SavedSet) });
export const NewSet = Type.Object(
  { name: Type.String({ minLength: 1, maxLength: 120 }), where: SetWhere, shared: Type.Boolean() },
  { additionalProperties: false },
);
export type NewSet = Static<typeof NewSet>;

/** Whom a round goes to. */
export const RoundSet = Type.Union([
  Type.Object(
    { matterIds: Type.Array(Id, { minItems: 1, maxItems: MOST_NAMED }) },
    { additionalProperties: false },
  ),
  Type.Object(
    { where: SetWhere, name: Type.Optional(Type.String({ maxLength: 120 })) },
    { additionalProperties: false },
  ),
  Type.Object(
    {
      contactIds: Type.Array(Id, { minItems: 1, maxItems: MOST_NAMED }),
      name: Type.Optional(Type.String({ maxLength: 120 })),
    },
    { additionalProperties: false },
  ),
  Type.Object(
    { references: Type.Array(Type.String({ maxLength: 200 }), { minItems: 1, maxItems: MOST_NAMED }) },
    { additionalProperties: false },
  ),
]);
export type RoundSet = Static<typeof RoundSet>;

/** The same as it is told: named matters as far as one may see them. */
const RoundSetView = Type.Union([
  Type.Object({ matterIds: Type.Array(Id) }),
  Type.Object({ where: SetWhere, name: Type.Optional(Type.String()) }),
  Type.Object({ contactIds: Type.Array(Id), name: Type.Optional(Type.String()) }),
]);

const Answers = Type.Record(Type.String({ maxLength: 200 }), Type.String({ maxLength: 50_000 }));

/** How it goes to them. */
const roundOptions = {
  name: Type.Optional(Type.String({ minLength: 1, maxLength: 120 })),
  /** To everybody in this role; without it, to those whom the template names. */
  role: Type.Optional(Key),
  /** The channels that reach people, the first that does for each; the template's own where nothing is said. */
  channels: Type.Optional(Type.Array(Channel, { minItems: 1, maxItems: 3 })),
  /** One message for each matter, or one for each person, on the first of their matters. */
  onePer: Type.Optional(Type.Enum(['matter', 'person'])),
  /** Answers to blanks, the same for all that have none of their own. */
  answers: Type.Optional(Answers),
};

export const NewRound = Type.Object(
  { templateId: Id, set: RoundSet, ...roundOptions },
  { additionalProperties: false },
);
export type NewRound = Static<typeof NewRound>;

const Group = Type.Enum(['fill', 'look', 'ready', 'out', 'failed', 'going', 'gone']);

/** All messages that stand where they do for one reason. */
const OfKind = Type.Object({ group: Group, kind: Type.String({ maxLength: 200 }) });

export const ChangeRound = Type.Object(
  {
    name: Type.Optional(Type.String({ minLength: 1, maxLength: 120 })),
    answers: Type.Optional(Answers),
    /** Whom it goes to instead, while none of it has gone; worked out anew where it is the same. */
    set: Type.Optional(RoundSet),
    /** The day of each month on which it is prepared again by itself; null for never. A person sends it. */
    againOn: Type.Optional(Type.Union([Type.Integer({ minimum: 1, maximum: 28 }), Type.Null()])),
    /** Takes every message of a kind out of the round. */
    leaveOut: Type.Optional(OfKind),
    /** Takes every message that was left out for a reason in again. */
    takeIn: Type.Optional(Type.String({ maxLength: 200 })),
    /** Sends every message in spite of a caution. */
    ignore: Type.Optional(Type.String({ maxLength: 200 })),
  },
  { additionalProperties: false },
);
export type ChangeRound = Static<typeof ChangeRound>;

export const ChangeRoundMessage = Type.Object(
  {
    in: Type.Optional(Type.Boolean()),
    answers: Type.Optional(Answers),
    /** Codes of cautions that this one goes in spite of. */
    ignore: Type.Optional(Type.Array(Type.String({ maxLength: 200 }), { maxItems: 60 })),
  },
  { additionalProperties: false },
);
export type ChangeRoundMessage = Static<typeof ChangeRoundMessage>;

export const SendRound = Type.Object(
  {
    /** These alone, of those that are ready; all of them where nothing is said. */
    messageIds: Type.Optional(Type.Array(Id, { minItems: 1, maxItems: MOST_NAMED })),
    /** RFC 3339. */
    sendAt: Type.Optional(Type.String({ format: 'date-time', maxLength: 40 })),
    /** Spread over working hours. */
    perMinute: Type.Optional(Type.Number({ minimum: 0.1, maximum: 1_000 })),
  },
  { additionalProperties: false },
);
export type SendRound = Static<typeof SendRound>;

export const RoundState = Type.Enum(['preparing', 'ready', 'sending', 'paused', 'done', 'stopped']);

const Count = Type.Object({ group: Group, kind: Type.String(), count: Type.Integer() });

export const RoundSummary = Type.Object({
  id: Id,
  name: Type.String(),
  templateId: Id,
  templateName: Type.String(),
  author: Type.String(),
  state: RoundState,
  counts: Type.Object({
    all: Type.Integer(),
    prepared: Type.Integer(),
    fill: Type.Integer(),
    look: Type.Integer(),
    ready: Type.Integer(),
    out: Type.Integer(),
    failed: Type.Integer(),
    going: Type.Integer(),
    gone: Type.Integer(),
  }),
  madeAtUtc: Instant,
  /** It was prepared by itself, as one is each month. */
  byItself: Type.Boolean(),
});
export type RoundSummary = Static<typeof RoundSummary>;
export const RoundPage = page(RoundSummary);
export type RoundPage = Static<typeof RoundPage>;

/** What makes it one to look at twice. */
export const Unusual = Type.Union([
  Type.Object({ code: Type.Literal('largest'), count: Type.Integer(), before: Type.Integer() }),
  Type.Object({ code: Type.Literal('firstTime') }),
  Type.Object({ code: Type.Literal('newerWording') }),
  Type.Object({ code: Type.Literal('sameAddress'), count: Type.Integer(), address: Type.String() }),
  Type.Object({ code: Type.Literal('ofOthers'), count: Type.Integer() }),
  Type.Object({ code: Type.Literal('closed'), count: Type.Integer() }),
]);

const Blank = Type.Object({
  key: Type.String(),
  label: Type.String(),
  kind: Type.String(),
  required: Type.Boolean(),
  choices: Type.Optional(Type.Array(Type.Object({ key: Type.String(), label: Type.String() }))),
});

export const RoundView = Type.Object({
  ...RoundSummary.properties,
  authorId: Id,
  set: RoundSetView,
  role: Type.Union([Type.String(), Type.Null()]),
  onePer: Type.Enum(['matter', 'person']),
  channels: Type.Array(Channel),
  templateChannel: Channel,
  answers: Answers,
  blanks: Type.Array(Blank),
  /** What the set asks of each matter, as columns. */
  columns: Type.Array(Type.Object({ path: Type.String(), label: Type.String() })),
  /** Counts by what puts messages where they are. */
  kinds: Type.Array(Count),
  /** References that lead to no matter. */
  unknown: Type.Array(Type.String()),
  unusual: Type.Array(Unusual),
  followUpDays: Type.Union([Type.Integer(), Type.Null()]),
  /** When the first leaves; null where nothing is on its way. */
  leavesAtUtc: Type.Union([Instant, Type.Null()]),
  /** The last moment at which it was sent, and by whom it was released. */
  sentAtUtc: Type.Union([Instant, Type.Null()]),
  releasedBy: Type.Union([Type.String(), Type.Null()]),
  /** It waits for a second person, since it is larger than the practice lets one person send. */
  asksRelease: Type.Boolean(),
  /** Whether sending it now would ask for one. */
  needsRelease: Type.Boolean(),
  mayRelease: Type.Boolean(),
  releasers: Type.Array(Type.String()),
  /** The day of each month on which it is prepared again by itself. */
  againOn: Type.Union([Type.Integer(), Type.Null()]),
  /** Why it stands still by itself. */
  problem: Type.Union([Type.String(), Type.Null()]),
});
export type RoundView = Static<typeof RoundView>;

export const RoundMessage = Type.Object({
  id: Id,
  matterId: Id,
  matterReference: Type.String(),
  matterTitle: Type.String(),
  hasDraft: Type.Boolean(),
  to: Type.Array(Type.String()),
  channel: Channel,
  group: Group,
  kind: Type.String(),
  notes: Type.Array(
    Type.Object({
      code: Type.String(),
      severity: Type.Enum(['stop', 'caution']),
      params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
    }),
  ),
  /** Why the template cannot be started there, by codes as readiness has them. */
  reasons: Type.Array(
    Type.Object({
      code: Type.String(),
      params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
    }),
  ),
  answers: Answers,
  /** By the columns' paths. */
  values: Type.Record(Type.String(), Type.String()),
  state: Type.Union([StateKind, Type.Null()]),
  stateDetail: StateDetail,
  canTakeIn: Type.Boolean(),
});
export type RoundMessage = Static<typeof RoundMessage>;
export const RoundMessagePage = page(RoundMessage);
export type RoundMessagePage = Static<typeof RoundMessagePage>;

export const RoundMessagesQuery = Type.Object({
  group: Type.Optional(Group),
  kind: Type.Optional(Type.String({ maxLength: 200 })),
  limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
  after: Type.Optional(Type.String({ maxLength: 400 })),
});
export type RoundMessagesQuery = Static<typeof RoundMessagesQuery>;

export const LettersQuery = Type.Object({ duplex: Type.Optional(Type.Boolean()) });

/** What those a round went to have answered. */
export const RoundAnswers = Type.Object({
  asked: Type.Integer(),
  answered: Type.Integer(),
  questions: Type.Array(
    Type.Object({
      ask: Type.String(),
      answered: Type.Integer(),
      /** Of what there was to choose from. */
      choices: Type.Array(Type.Object({ text: Type.String(), times: Type.Integer() })),
    }),
  ),
});
export type RoundAnswers = Static<typeof RoundAnswers>;
