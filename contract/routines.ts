import { Type } from 'typebox';
import type { Static } from 'typebox';
import { DateText, Id, Instant, Versions } from './common.ts';
import { ConditionGroup, ValueJson } from './matterTypes.ts';
import { Blank, Channel, DocumentJson, InlineJson, Note } from './messages.ts';

/** More steps than anybody follows in one press. */
const MOST_STEPS = 20;
const MOST_DAYS = 2_000;
const Key = Type.String({ minLength: 1, maxLength: 80 });
const Path = Type.String({ minLength: 1, maxLength: 140 });
const WorkingDays = Type.Integer({ minimum: 0, maximum: MOST_DAYS });
const DaysAway = Type.Integer({ minimum: -MOST_DAYS, maximum: MOST_DAYS });
const closed = { additionalProperties: false };

export const RoutineStepJson = Type.Union([
  Type.Object({ does: Type.Literal('send'), templateId: Id }, closed),
  Type.Object({ does: Type.Literal('document'), templateId: Id }, closed),
  Type.Object(
    {
      does: Type.Literal('followUp'),
      what: Type.String({ minLength: 1, maxLength: 300, pattern: '\\S' }),
      workingDays: WorkingDays,
    },
    closed,
  ),
  Type.Object({ does: Type.Literal('stage'), stage: Key }, closed),
  Type.Object(
    { does: Type.Literal('date'), key: Key, workingDays: Type.Union([WorkingDays, Type.Null()]) },
    closed,
  ),
  Type.Object({ does: Type.Literal('fact'), key: Key, value: Type.Union([ValueJson, Type.Null()]) }, closed),
]);
export type RoutineStepJson = Static<typeof RoutineStepJson>;

export const OfferedOnJson = Type.Union([
  Type.Object({ on: Type.Literal('stage'), stage: Key }, closed),
  Type.Object({ on: Type.Literal('date'), path: Path, fromDays: DaysAway, untilDays: DaysAway }, closed),
  Type.Object({ on: Type.Literal('overdue'), workingDays: WorkingDays }, closed),
  Type.Object(
    {
      on: Type.Literal('document'),
      category: Type.String({ minLength: 1, maxLength: 120 }),
      days: Type.Integer({ minimum: 1, maximum: MOST_DAYS }),
    },
    closed,
  ),
]);
export type OfferedOnJson = Static<typeof OfferedOnJson>;

/** A routine as it is written (core/routines says what each part means). */
export const RoutineJson = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    about: Type.String({ maxLength: 300 }),
    typeIds: Type.Array(Id, { maxItems: 60 }),
    roles: Type.Array(Type.Enum(['administrator', 'practitioner', 'assistant']), { maxItems: 3 }),
    steps: Type.Array(RoutineStepJson, { maxItems: MOST_STEPS }),
    offeredOn: Type.Array(OfferedOnJson, { maxItems: MOST_STEPS }),
    when: Type.Optional(ConditionGroup),
  },
  closed,
);
export type RoutineJson = Static<typeof RoutineJson>;

const ProblemJson = Type.Object({
  code: Type.String(),
  where: Type.Union([Type.String(), Type.Integer()]),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
});

export const RoutineView = Type.Object({
  id: Id,
  version: Type.Integer(),
  content: RoutineJson,
  /** At most so many runs a day that nobody pressed for; null where it runs by a press alone. */
  unaskedPerDay: Type.Union([Type.Integer(), Type.Null()]),
  retired: Type.Boolean(),
  /** What the practice no longer has of what it names. */
  problems: Type.Array(ProblemJson),
  /** Ids of the matter types on whose matters it can be run. */
  suits: Type.Array(Id),
  /** Names of its templates, as far as one may know them. */
  templates: Type.Record(Type.String(), Type.String()),
  runs: Type.Integer(),
  versions: Versions,
});
export type RoutineView = Static<typeof RoutineView>;
export const RoutineList = Type.Object({ items: Type.Array(RoutineView) });
export type RoutineList = Static<typeof RoutineList>;

export const NewRoutine = Type.Object({ content: RoutineJson }, closed);
export type NewRoutine = Static<typeof NewRoutine>;

export const ChangeRoutine = Type.Object(
  {
    /** The version that it is changed from. */
    version: Type.Integer(),
    content: Type.Optional(RoutineJson),
    retired: Type.Optional(Type.Boolean()),
    unaskedPerDay: Type.Optional(Type.Union([Type.Integer({ minimum: 1, maximum: 500 }), Type.Null()])),
  },
  closed,
);
export type ChangeRoutine = Static<typeof ChangeRoutine>;

const Answers = Type.Record(Type.String({ maxLength: 200 }), Type.String({ maxLength: 50_000 }));

export const RunRoutine = Type.Object(
  {
    /** By the keys of blanks, and of what the routine asks. */
    answers: Type.Optional(Answers),
    /** Says what it would do, and does nothing. */
    dryRun: Type.Optional(Type.Boolean()),
    /** Ids of the cautions that it goes in spite of. */
    acknowledged: Type.Optional(Type.Array(Type.String({ maxLength: 400 }), { maxItems: 200 })),
    /** What it was offered for. */
    occasion: Type.Optional(Type.String({ maxLength: 400 })),
  },
  closed,
);
export type RunRoutine = Static<typeof RunRoutine>;

/** One step in words' parts, as it would be or was done. */
export const DoneStep = Type.Union([
  Type.Object({
    does: Type.Enum(['send', 'document']),
    templateId: Id,
    name: Type.String(),
    /** Whom it goes to. */
    to: Type.Array(Type.String()),
  }),
  Type.Object({ does: Type.Literal('followUp'), what: Type.String(), dueOn: DateText }),
  Type.Object({ does: Type.Literal('stage'), label: Type.String(), from: Type.String() }),
  Type.Object({ does: Type.Literal('date'), label: Type.String(), date: DateText }),
  Type.Object({ does: Type.Literal('fact'), label: Type.String(), text: Type.String() }),
]);
export type DoneStep = Static<typeof DoneStep>;

/** What a routine does on a matter, or did. */
export const RoutineRun = Type.Object({
  routineId: Id,
  name: Type.String(),
  version: Type.Integer(),
  /** Null where nothing was done. */
  runId: Type.Union([Id, Type.Null()]),
  steps: Type.Array(DoneStep),
  messages: Type.Array(
    Type.Object({
      messageId: Type.Union([Id, Type.Null()]),
      templateName: Type.String(),
      channel: Channel,
      to: Type.Array(Type.String()),
      cc: Type.Array(Type.String()),
      bcc: Type.Array(Type.String()),
      subject: Type.String(),
      text: Type.String(),
      subjectNodes: InlineJson,
      body: DocumentJson,
      blanks: Type.Array(Blank),
      answers: Answers,
      late: Answers,
      enclosures: Type.Array(Type.String()),
      notes: Type.Array(Note),
    }),
  ),
  /** Blanks of its messages and values it asks for, each once. */
  asked: Type.Array(Blank),
  /** What stands in them unless somebody says otherwise. */
  answers: Answers,
  /** Why it cannot be run as it stands. */
  problems: Type.Array(ProblemJson),
  /** When the first of its messages leaves; null where none does. */
  leavesAtUtc: Type.Union([Instant, Type.Null()]),
});
export type RoutineRun = Static<typeof RoutineRun>;

const Occasion = Type.Object({
  on: Type.Enum(['stage', 'date', 'overdue', 'document']),
  key: Type.String(),
  /** The stage, the day's name, or the category. */
  label: Type.String(),
  date: Type.Union([DateText, Type.Null()]),
  workingDays: Type.Union([Type.Integer(), Type.Null()]),
});
export type RoutineOccasion = Static<typeof Occasion>;

const Ran = Type.Object({
  id: Id,
  name: Type.String(),
  person: Type.String(),
  unasked: Type.Boolean(),
  atUtc: Instant,
  did: Type.Array(DoneStep),
  /** Why it did nothing of itself. */
  hindered: Type.Union([Type.Array(ProblemJson), Type.Null()]),
  undone: Type.Boolean(),
  mayUndo: Type.Boolean(),
});
export type RanRoutine = Static<typeof Ran>;

/** The routines that can be run on a matter, those that are offered first, and what lately ran there. */
export const MatterRoutines = Type.Object({
  items: Type.Array(
    Type.Object({
      routineId: Id,
      name: Type.String(),
      about: Type.String(),
      occasion: Type.Union([Occasion, Type.Null()]),
    }),
  ),
  runs: Type.Array(Ran),
});
export type MatterRoutines = Static<typeof MatterRoutines>;

const OnMatter = { matterId: Id, reference: Type.String(), title: Type.String() };

/** Routines that are offered over the matters in hand, and what ran by itself lately. */
export const OfferedRoutines = Type.Object({
  items: Type.Array(Type.Object({ ...OnMatter, routineId: Id, name: Type.String(), occasion: Occasion })),
  ran: Type.Array(Type.Object({ ...OnMatter, ...Ran.properties })),
});
export type OfferedRoutines = Static<typeof OfferedRoutines>;

/** Checks a routine as it is written, and tries it on a matter without doing anything. */
export const TryRoutine = Type.Object({ content: RoutineJson, matterId: Type.Optional(Id) }, closed);
export type TryRoutine = Static<typeof TryRoutine>;
export const TriedRoutine = Type.Object({
  problems: Type.Array(ProblemJson),
  suits: Type.Array(Id),
  would: Type.Union([RoutineRun, Type.Null()]),
  /** It would be offered on that matter now. */
  offered: Type.Union([Occasion, Type.Null()]),
});
export type TriedRoutine = Static<typeof TriedRoutine>;
