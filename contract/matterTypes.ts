import { MOST_NUMBER } from '../core/model/soundValue.ts';
import { Type } from 'typebox';
import type { Static } from 'typebox';
import { FACT_KINDS } from '../core/model/value.ts';
import { DateText, Id, PageQuery, RealDay, page } from './common.ts';

const Key = Type.String({ pattern: '^[a-zA-Z][a-zA-Z0-9]{0,63}$' });
const Label = Type.String({ maxLength: 120 });
const Path = Type.String({ minLength: 1, maxLength: 140 });
const MOST = 300;

const Choice = Type.Object({ key: Type.String({ minLength: 1, maxLength: 80 }), label: Label });
export const FactJson = Type.Object(
  {
    key: Key,
    label: Label,
    kind: Type.Enum([...FACT_KINDS]),
    choices: Type.Optional(Type.Array(Choice, { maxItems: MOST })),
  },
  { additionalProperties: false },
);

/** An amount whose sums stay exact. */
const Money = Type.Object({
  amountMinor: Type.Integer({ minimum: Number.MIN_SAFE_INTEGER, maximum: Number.MAX_SAFE_INTEGER }),
  currency: Type.String({ pattern: '^[A-Z]{3}$' }),
});

/** A value of the record, as core has it. */
export const ValueJson = Type.Union([
  Type.Object({
    kind: Type.Enum(['text', 'longText', 'email', 'phone']),
    text: Type.String({ maxLength: 50_000 }),
  }),
  Type.Object({
    kind: Type.Literal('number'),
    value: Type.Number({ minimum: -MOST_NUMBER, maximum: MOST_NUMBER }),
    percent: Type.Optional(Type.Literal(true)),
  }),
  Type.Object({ kind: Type.Literal('money'), money: Money }),
  Type.Object({ kind: Type.Literal('date'), date: DateText }),
  Type.Object({
    kind: Type.Literal('dateTime'),
    date: DateText,
    time: Type.String({ pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' }),
  }),
  Type.Object({ kind: Type.Literal('yesNo'), value: Type.Boolean() }),
  Type.Object({ kind: Type.Literal('choice'), key: Type.String({ maxLength: 80 }), label: Label }),
  Type.Object({ kind: Type.Literal('contact'), contactId: Id, name: Type.String({ maxLength: 200 }) }),
]);
export type ValueJson = Static<typeof ValueJson>;

export const Condition = Type.Object({
  path: Path,
  test: Type.Union([
    Type.Object({ op: Type.Enum(['is', 'isNot']), value: Type.Union([Type.String(), Type.Boolean()]) }),
    Type.Object({ op: Type.Enum(['filled', 'empty']) }),
    Type.Object({ op: Type.Enum(['atLeast', 'atMost']), value: Type.Number() }),
    Type.Object({ op: Type.Enum(['before', 'notBefore']), than: Path }),
    Type.Object({
      op: Type.Literal('within'),
      fromDays: Type.Integer({ minimum: -20_000, maximum: 20_000 }),
      untilDays: Type.Integer({ minimum: -20_000, maximum: 20_000 }),
    }),
  ]),
});
export const ConditionGroup = Type.Object({
  join: Type.Enum(['all', 'any']),
  conditions: Type.Array(Condition, { maxItems: 20 }),
});

const Shift = Type.Object({
  amount: Type.Integer({ minimum: -20_000, maximum: 20_000 }),
  unit: Type.Enum(['days', 'workingDays', 'weeks', 'months', 'years']),
  end: Type.Optional(Type.Enum(['month', 'quarter', 'year'])),
  weekday: Type.Optional(Type.Integer({ minimum: 1, maximum: 7 })),
  roll: Type.Optional(Type.Enum(['next', 'previous'])),
  countsDay: Type.Optional(Type.Literal(true)),
});

const Operand = Type.Union([Type.Object({ path: Path }), Type.Object({ value: ValueJson })]);
const ofTable = { table: Key, when: Type.Optional(Condition) };

const Form = Type.Union([
  Type.Object({ kind: Type.Literal('dateFromDate'), from: Path, shift: Shift }),
  Type.Object({
    kind: Type.Literal('daysBetween'),
    from: Path,
    to: Path,
    unit: Type.Enum(['days', 'workingDays']),
    countsDay: Type.Optional(Type.Literal(true)),
  }),
  Type.Object({ kind: Type.Literal('total'), ...ofTable, column: Key }),
  Type.Object({ kind: Type.Literal('count'), ...ofTable }),
  Type.Object({
    kind: Type.Literal('extreme'),
    which: Type.Enum(['smallest', 'largest']),
    ...ofTable,
    column: Key,
  }),
  Type.Object({
    kind: Type.Literal('percentage'),
    of: Path,
    basisPoints: Type.Integer({ minimum: -1_000_000, maximum: 1_000_000 }),
  }),
  Type.Object({
    kind: Type.Literal('share'),
    part: Path,
    whole: Path,
    places: Type.Integer({ minimum: 0, maximum: 3 }),
  }),
  Type.Object({
    kind: Type.Literal('sum'),
    plus: Type.Array(Path, { maxItems: 40 }),
    minus: Type.Array(Path, { maxItems: 40 }),
  }),
  Type.Object({
    kind: Type.Literal('choose'),
    cases: Type.Array(Type.Object({ when: ConditionGroup, take: Operand }), { maxItems: 20 }),
    otherwise: Type.Optional(Operand),
  }),
]);

export const MatterTypeJson = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120 }),
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    nameFact: Type.Optional(Key),
    /** How references are made: `SV-{n}` counts on from the last, `{yyyy}/{nnnn}` begins anew each year. */
    reference: Type.Optional(
      Type.String({ pattern: '^(?:[A-Za-z0-9 ./_-]|\\{(?:yyyy|yy|n{1,6})\\}){1,40}$' }),
    ),
    facts: Type.Array(FactJson, { maxItems: MOST }),
    tables: Type.Array(
      Type.Object({ key: Key, label: Label, columns: Type.Array(FactJson, { maxItems: 60 }) }),
      {
        maxItems: 60,
      },
    ),
    roles: Type.Array(
      Type.Object({
        key: Key,
        label: Label,
        plural: Label,
        many: Type.Boolean(),
        required: Type.Optional(Type.Boolean()),
      }),
      { maxItems: 60 },
    ),
    stages: Type.Array(Type.Object({ key: Key, label: Label, closes: Type.Optional(Type.Literal(true)) }), {
      maxItems: 60,
    }),
    keyDates: Type.Array(Type.Object({ key: Key, label: Label }), { maxItems: 60 }),
    calculated: Type.Array(Type.Object({ key: Key, label: Label, form: Form }), { maxItems: MOST }),
    /** Matters that one of this kind can stand beside, by name: a renewal's survey. */
    links: Type.Optional(Type.Array(Type.Object({ key: Key, label: Label, typeId: Id }), { maxItems: 20 })),
  },
  { additionalProperties: false },
);
export type MatterTypeJson = Static<typeof MatterTypeJson>;

const TypeProblem = Type.Object({
  code: Type.String(),
  where: Type.String(),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
});

export const MatterTypeView = Type.Object({
  id: Id,
  revision: Type.Integer(),
  matters: Type.Integer(),
  definition: MatterTypeJson,
});
export type MatterTypeView = Static<typeof MatterTypeView>;
export const MatterTypeList = Type.Object({ items: Type.Array(MatterTypeView) });
export type MatterTypeList = Static<typeof MatterTypeList>;

/** What a changed type would touch; nothing that is kept on matters is lost by it. */
export const MatterTypeImpact = Type.Object({
  problems: Type.Array(TypeProblem),
  touches: Type.Array(
    Type.Object({
      part: Type.String(),
      label: Type.String(),
      change: Type.Enum(['removed', 'kind', 'currency']),
      /** Matters that hold something there. */
      matters: Type.Integer(),
    }),
  ),
  /** Templates that hold on such matters today and would no longer. */
  templates: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type MatterTypeImpact = Static<typeof MatterTypeImpact>;

export const ChangeMatterType = Type.Object(
  { revision: Type.Integer(), definition: MatterTypeJson },
  { additionalProperties: false },
);
export type ChangeMatterType = Static<typeof ChangeMatterType>;

/** A matter as it is edited: its own values beside what its type says there can be. */
export const MatterRecordView = Type.Object({
  id: Id,
  revision: Type.Integer(),
  title: Type.String(),
  reference: Type.String(),
  note: Type.String(),
  stage: Type.String(),
  responsibleId: Id,
  type: Type.Object({ id: Id, ...MatterTypeJson.properties }),
  facts: Type.Record(Type.String(), ValueJson),
  dates: Type.Record(Type.String(), DateText),
  tables: Type.Record(Type.String(), Type.Array(Type.Record(Type.String(), ValueJson))),
  parties: Type.Array(Type.Object({ role: Type.String(), contactId: Id, name: Type.String() })),
  /** Matters that it stands beside, by the link's key. */
  links: Type.Record(Type.String(), Type.Object({ id: Id, reference: Type.String(), title: Type.String() })),
  people: Type.Array(Type.Object({ id: Id, name: Type.String() })),
  restricted: Type.Boolean(),
  /** Ids of those who may see it while it is restricted, beside whoever is responsible. */
  visibleTo: Type.Array(Id),
  calculated: Type.Array(
    Type.Object({
      key: Type.String(),
      label: Type.String(),
      text: Type.Union([Type.String(), Type.Null()]),
      form: Form,
      inputs: Type.Array(
        Type.Object({ label: Type.String(), text: Type.Union([Type.String(), Type.Null()]) }),
      ),
      rows: Type.Optional(Type.Object({ counted: Type.Integer(), of: Type.Integer() })),
      holidays: Type.Array(DateText),
      rolledFrom: Type.Optional(DateText),
      chosen: Type.Optional(Type.Integer()),
    }),
  ),
});
export type MatterRecordView = Static<typeof MatterRecordView>;

/** As many rows as a table of a matter holds. */
export const MAX_TABLE_ROWS = 2_000;

const Row = Type.Record(Type.String({ maxLength: 64 }), ValueJson);

/** Letters and figures of any script, with the signs that stand between them. */
const Reference = Type.String({ pattern: '^[\\p{L}\\p{N}][\\p{L}\\p{N} ./_-]{0,39}$' });
const Parties = Type.Array(Type.Object({ role: Type.String({ maxLength: 64 }), contactId: Id }), {
  maxItems: 300,
});

export const ChangeMatter = Type.Object(
  {
    revision: Type.Integer(),
    title: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    stage: Type.Optional(Type.String({ maxLength: 64 })),
    responsibleId: Type.Optional(Id),
    /** Only what changes; null takes a value away. */
    facts: Type.Optional(Type.Record(Type.String({ maxLength: 64 }), Type.Union([ValueJson, Type.Null()]))),
    dates: Type.Optional(Type.Record(Type.String({ maxLength: 64 }), Type.Union([DateText, Type.Null()]))),
    tables: Type.Optional(
      Type.Record(Type.String({ maxLength: 64 }), Type.Array(Row, { maxItems: MAX_TABLE_ROWS })),
    ),
    parties: Type.Optional(Parties),
    /** Only the links that change, each to another matter; null takes one away. */
    links: Type.Optional(Type.Record(Type.String({ maxLength: 64 }), Type.Union([Id, Type.Null()]))),
    /** A reference that no other matter has, or had; the one before goes on leading here. */
    reference: Type.Optional(Reference),
    /** What whoever opens it should know first. */
    note: Type.Optional(Type.String({ maxLength: 2_000 })),
    /** Whether it exists only for whoever is responsible and those named in `visibleTo`. */
    restricted: Type.Optional(Type.Boolean()),
    visibleTo: Type.Optional(Type.Array(Id, { maxItems: 500 })),
  },
  { additionalProperties: false },
);
export type ChangeMatter = Static<typeof ChangeMatter>;

/** The matter as changed, and the change that would take it back. */
export const ChangedMatter = Type.Object({ record: MatterRecordView, undo: ChangeMatter });
export type ChangedMatter = Static<typeof ChangedMatter>;

const What = Type.String({ minLength: 1, maxLength: 300, pattern: '\\S' });

/** On the practice's clock. */
const Hour = Type.String({ pattern: '^(?:[01]\\d|2[0-3]):[0-5]\\d$' });
const Minutes = Type.Integer({ minimum: 5, maximum: 1_440 });
const Place = Type.String({ maxLength: 300 });

/** What makes a follow-up an appointment: an hour, how long, and where. */
const appointment = {
  at: Type.Optional(Type.Union([Hour, Type.Null()])),
  minutes: Type.Optional(Minutes),
  place: Type.Optional(Place),
};

/** Something to do on a matter by a day, or at an hour of it; by whoever writes it where nobody is named. */
export const NewFollowUp = Type.Object(
  { what: What, dueOn: RealDay, personId: Type.Optional(Id), ...appointment },
  { additionalProperties: false },
);
export type NewFollowUp = Static<typeof NewFollowUp>;

/** The same, where it is not said by the address on which matter. */
export const NewFollowUpOn = Type.Object(
  { matterId: Id, ...NewFollowUp.properties },
  { additionalProperties: false },
);
export type NewFollowUpOn = Static<typeof NewFollowUpOn>;

export const FollowUpView = Type.Object({
  id: Id,
  what: Type.String(),
  dueOn: DateText,
  /** An appointment's hour on the practice's clock. */
  at: Type.Union([Hour, Type.Null()]),
  minutes: Type.Union([Minutes, Type.Null()]),
  place: Type.String(),
  person: Type.String(),
  personId: Id,
  /** Who was invited to it, with what they answered last. */
  invited: Type.Array(
    Type.Object({
      name: Type.String(),
      address: Type.String(),
      answer: Type.Enum(['yes', 'no', 'perhaps', 'none']),
      /** The entry that brought the answer. */
      entryId: Type.Union([Id, Type.Null()]),
      /** They were told how it stands now. */
      current: Type.Boolean(),
    }),
  ),
});
export type FollowUpView = Static<typeof FollowUpView>;

export const FollowUpsQuery = Type.Object({
  ...PageQuery.properties,
  whose: Type.Optional(Type.Enum(['mine', 'all'])),
  matterId: Type.Optional(Id),
  personId: Type.Optional(Id),
  /** Days between which they are due, both among them. */
  from: Type.Optional(RealDay),
  until: Type.Optional(RealDay),
});
export type FollowUpsQuery = Static<typeof FollowUpsQuery>;

export const FollowUpPage = page(
  Type.Object({ matterId: Id, reference: Type.String(), title: Type.String(), ...FollowUpView.properties }),
);
export type FollowUpPage = Static<typeof FollowUpPage>;

/** What becomes of a follow-up; what is not said stays as it is. */
export const ChangeFollowUp = Type.Object(
  {
    done: Type.Optional(Type.Boolean()),
    what: Type.Optional(What),
    dueOn: Type.Optional(RealDay),
    personId: Type.Optional(Id),
    ...appointment,
  },
  { additionalProperties: false, minProperties: 1 },
);
export type ChangeFollowUp = Static<typeof ChangeFollowUp>;

export const NewMatterJson = Type.Object(
  {
    typeId: Id,
    title: Type.String({ minLength: 1, maxLength: 200 }),
    reference: Type.Optional(Reference),
    responsibleId: Type.Optional(Id),
    /** Those it concerns, in their roles. */
    parties: Type.Optional(Parties),
  },
  { additionalProperties: false },
);
export type NewMatterJson = Static<typeof NewMatterJson>;
