import { Type } from 'typebox';
import type { Static } from 'typebox';
import { DateText, Id, Instant, Versions } from './common.ts';
import { Channel } from './messages.ts';

/** More reminders than anybody is sent. */
const MOST_STEPS = 10;
const MOST_DAYS = 400;
const closed = { additionalProperties: false };
const WorkingDays = Type.Integer({ minimum: 1, maximum: MOST_DAYS });

/** A chaser plan as it is written: days are working days after it began. */
export const ChaserPlanJson = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    steps: Type.Array(Type.Object({ afterWorkingDays: WorkingDays, templateId: Id }, closed), {
      minItems: 1,
      maxItems: MOST_STEPS,
    }),
    /** Whoever wrote is told after so many; null where the last reminder is the end. */
    tellAfter: Type.Union([WorkingDays, Type.Null()]),
    /** What the follow-up says that tells them. */
    tellWhat: Type.String({ maxLength: 300 }),
    /** Keys of stages that end it. */
    endsAt: Type.Array(Type.String({ minLength: 1, maxLength: 80 }), { maxItems: 60 }),
  },
  closed,
);
export type ChaserPlanJson = Static<typeof ChaserPlanJson>;

export const ChaserPlanView = Type.Object({
  id: Id,
  version: Type.Integer(),
  content: ChaserPlanJson,
  retired: Type.Boolean(),
  /** Names and channels of its templates; one that is gone is not among them. */
  templates: Type.Record(Type.String(), Type.Object({ name: Type.String(), channel: Channel })),
  /** How many are under way by it, as far as one may see them. */
  underWay: Type.Integer(),
  versions: Versions,
});
export type ChaserPlanView = Static<typeof ChaserPlanView>;
export const ChaserPlanList = Type.Object({ items: Type.Array(ChaserPlanView) });
export type ChaserPlanList = Static<typeof ChaserPlanList>;

export const NewChaserPlan = Type.Object({ content: ChaserPlanJson }, closed);
export type NewChaserPlan = Static<typeof NewChaserPlan>;

export const ChangeChaserPlan = Type.Object(
  {
    /** The version that it is changed from. */
    version: Type.Integer(),
    content: Type.Optional(ChaserPlanJson),
    retired: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type ChangeChaserPlan = Static<typeof ChangeChaserPlan>;

const Answers = Type.Record(Type.String({ maxLength: 200 }), Type.String({ maxLength: 50_000 }));

export const StartChase = Type.Object(
  {
    planId: Id,
    /** The entry that is to be answered: something that was sent. */
    entryId: Id,
    /** What fills the blanks of its reminders. */
    answers: Type.Optional(Answers),
  },
  closed,
);
export type StartChase = Static<typeof StartChase>;

export const ChaseView = Type.Object({
  id: Id,
  planId: Id,
  plan: Type.String(),
  /** Version of the plan that is used from here on. */
  planVersion: Type.Integer(),
  matterId: Id,
  reference: Type.String(),
  title: Type.String(),
  entryId: Id,
  subject: Type.String(),
  to: Type.Array(Type.String()),
  startedOn: DateText,
  person: Type.String(),
  /** What comes next by itself; null where it is over or waits for a day that does not come. */
  next: Type.Union([
    Type.Object({
      does: Type.Enum(['remind', 'tell', 'end']),
      dueOn: Type.Union([DateText, Type.Null()]),
      /** The template and the channel of a reminder. */
      template: Type.Union([
        Type.Object({ id: Id, name: Type.String(), channel: Channel, version: Type.Integer() }),
        Type.Null(),
      ]),
    }),
    Type.Null(),
  ]),
  went: Type.Array(
    Type.Object({
      messageId: Id,
      template: Type.String(),
      templateVersion: Type.Integer(),
      planVersion: Type.Integer(),
      channel: Channel,
      atUtc: Instant,
      on: DateText,
    }),
  ),
  /** Why the next reminder did not go by itself. */
  hindered: Type.Union([
    Type.Array(
      Type.Object({
        code: Type.String(),
        params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
      }),
    ),
    Type.Null(),
  ]),
  ended: Type.Union([
    Type.Object({ why: Type.Enum(['answered', 'stage', 'byHand', 'told', 'done']), atUtc: Instant }),
    Type.Null(),
  ]),
});
export type ChaseView = Static<typeof ChaseView>;
export const ChaseList = Type.Object({ items: Type.Array(ChaseView) });
export type ChaseList = Static<typeof ChaseList>;

export const ChasesQuery = Type.Object({
  matterId: Type.Optional(Id),
  whose: Type.Optional(Type.Enum(['mine', 'all'])),
});
export type ChasesQuery = Static<typeof ChasesQuery>;

/** What becomes of one under way: `skip` takes the next step as done, by hand or otherwise. */
export const ChangeChase = Type.Object({ do: Type.Enum(['stop', 'skip']) }, closed);
export type ChangeChase = Static<typeof ChangeChase>;
