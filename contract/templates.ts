import { Type } from 'typebox';
import type { Static } from 'typebox';
import { FACT_KINDS } from '../core/model/value.ts';
import { ComparedPart, Id, Instant, PageQuery, SenderChoiceJson, page } from './common.ts';
import { Channel, DocumentJson, InlineJson, Segments } from './messages.ts';

/** `private` is its owner's alone, `shared` everybody's to try, `approved` what the practice stands behind. */
export const Standing = Type.Enum(['private', 'shared', 'approved', 'retired']);
export type Standing = 'private' | 'shared' | 'approved' | 'retired';

const Name = Type.String({ minLength: 1, maxLength: 120 });
const Folder = Type.String({ maxLength: 120 });
const Tags = Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { maxItems: 20 });

const Shift = Type.Object({
  amount: Type.Integer({ minimum: -20_000, maximum: 20_000 }),
  unit: Type.Enum(['days', 'workingDays', 'weeks', 'months', 'years']),
  end: Type.Optional(Type.Enum(['month', 'quarter', 'year'])),
  weekday: Type.Optional(Type.Integer({ minimum: 1, maximum: 7 })),
  roll: Type.Optional(Type.Enum(['next', 'previous'])),
  countsDay: Type.Optional(Type.Literal(true)),
});

const Blank = Type.Object(
  {
    key: Type.String({ minLength: 1, maxLength: 80 }),
    label: Type.String({ minLength: 1, maxLength: 120 }),
    kind: Type.Enum([...FACT_KINDS, 'document']),
    required: Type.Boolean(),
    help: Type.Optional(Type.String({ maxLength: 400 })),
    choices: Type.Optional(
      Type.Array(
        Type.Object({
          key: Type.String({ minLength: 1, maxLength: 80 }),
          label: Type.String({ minLength: 1, maxLength: 200 }),
        }),
        { maxItems: 60 },
      ),
    ),
    proposes: Type.Optional(Type.String({ maxLength: 2_000 })),
    defaultFrom: Type.Optional(
      Type.Object({ path: Type.String({ maxLength: 120 }), shift: Type.Union([Shift, Type.Null()]) }),
    ),
    looks: Type.Optional(Type.Literal('back')),
  },
  { additionalProperties: false },
);

const RecipientRule = Type.Union([
  Type.Object(
    {
      role: Type.String({ minLength: 1, maxLength: 80 }),
      addressLabel: Type.Optional(Type.String({ maxLength: 40 })),
    },
    { additionalProperties: false },
  ),
  Type.Object(
    {
      address: Type.String({ minLength: 1, maxLength: 254 }),
      name: Type.String({ maxLength: 200 }),
    },
    { additionalProperties: false },
  ),
  /** The matter’s own filing address. */
  Type.Object({ filing: Type.Literal(true) }, { additionalProperties: false }),
]);
const Rules = Type.Array(RecipientRule, { maxItems: 20 });

const DocumentRule = Type.Union([
  Type.Object({
    kind: Type.Literal('latest'),
    category: Type.String({ minLength: 1, maxLength: 80 }),
    required: Type.Boolean(),
    fileName: Type.Optional(InlineJson),
  }),
  Type.Object({
    kind: Type.Literal('fixed'),
    /** The id that the upload of the file was answered with. */
    fileId: Id,
    name: Type.String({ minLength: 1, maxLength: 150 }),
  }),
  Type.Object({
    kind: Type.Literal('letter'),
    templateId: Id,
    name: Type.String({ minLength: 1, maxLength: 150 }),
    fileName: Type.Optional(InlineJson),
  }),
  Type.Object({
    kind: Type.Literal('ofPractice'),
    /** What the document is called on the practice’s general file. */
    name: Type.String({ minLength: 1, maxLength: 150 }),
    required: Type.Boolean(),
  }),
  Type.Object({
    kind: Type.Literal('ask'),
    label: Type.String({ minLength: 1, maxLength: 120 }),
    required: Type.Boolean(),
  }),
]);

/** What a template says and does; subject and body are the editor's JSON, which the server reads node by node. */
export const TemplateContentJson = Type.Object(
  {
    recipients: Type.Object({ to: Rules, cc: Rules, bcc: Rules }),
    subject: InlineJson,
    body: DocumentJson,
    blanks: Type.Array(Blank, { maxItems: 100 }),
    documents: Type.Array(DocumentRule, { maxItems: 20 }),
    category: Type.String({ maxLength: 80 }),
    plain: Type.Optional(Type.Literal(true)),
    sender: Type.Optional(SenderChoiceJson),
    replyTo: Type.Optional(Type.String({ maxLength: 254 })),
    each: Type.Optional(Type.Literal(true)),
    /** How long its questions can be answered, and whether what was answered stands at once. */
    answers: Type.Optional(
      Type.Object(
        {
          workingDays: Type.Integer({ minimum: 1, maximum: 120 }),
          once: Type.Optional(Type.Literal(true)),
        },
        { additionalProperties: false },
      ),
    ),
    /** It is the version of another template in a language, which contacts who write in it get instead. */
    translation: Type.Optional(
      Type.Object({ templateId: Id, language: Type.String({ pattern: '^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$' }) }),
    ),
    /** Matter types it is made for, by their ids: it is not offered elsewhere. */
    madeFor: Type.Optional(Type.Array(Id, { minItems: 1, maxItems: 60, uniqueItems: true })),
    after: Type.Optional(
      Type.Object(
        {
          followUp: Type.Optional(
            Type.Object({
              workingDays: Type.Integer({ minimum: 0, maximum: 400 }),
              what: Type.String({ minLength: 1, maxLength: 200 }),
            }),
          ),
          stage: Type.Optional(Type.String({ maxLength: 80 })),
          stampDate: Type.Optional(Type.String({ maxLength: 80 })),
          /** The chaser plan that follows it until it is answered. */
          chaserPlanId: Type.Optional(Id),
        },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
);
export type TemplateContentJson = Static<typeof TemplateContentJson>;

/** A file that templates enclose; a template's rule names it by its id. */
export const TemplateFile = Type.Object({
  id: Id,
  name: Type.String(),
  mediaType: Type.String(),
  sizeBytes: Type.Integer(),
});
export type TemplateFile = Static<typeof TemplateFile>;

export const TEMPLATE_SORTS = ['name', 'folder', 'channel', 'standing', 'uses', 'used', 'changed'] as const;
export type TemplateSort = (typeof TEMPLATE_SORTS)[number];

export const TemplateQuery = Type.Object({
  ...PageQuery.properties,
  sort: Type.Optional(Type.Enum([...TEMPLATE_SORTS])),
  /** Backwards, by what it is sorted by. */
  reversed: Type.Optional(Type.Boolean()),
  query: Type.Optional(Type.String({ maxLength: 200 })),
  folder: Type.Optional(Folder),
  tag: Type.Optional(Type.String({ maxLength: 40 })),
  standing: Type.Optional(Standing),
});

export const TemplateSummary = Type.Object({
  id: Id,
  name: Type.String(),
  channel: Channel,
  folder: Type.String(),
  tags: Type.Array(Type.String()),
  standing: Standing,
  owner: Type.Union([Type.String(), Type.Null()]),
  category: Type.String(),
  version: Type.Integer(),
  changedAtUtc: Instant,
  changedBy: Type.String(),
  uses: Type.Integer(),
  lastUsedUtc: Type.Union([Instant, Type.Null()]),
});
export type TemplateSummary = Static<typeof TemplateSummary>;
export const TemplatePage = page(TemplateSummary);
export type TemplatePage = Static<typeof TemplatePage>;

/** What there is to narrow the library by. */
export const TemplateShelves = Type.Object({
  folders: Type.Array(Type.Object({ name: Type.String(), count: Type.Integer() })),
  tags: Type.Array(Type.Object({ name: Type.String(), count: Type.Integer() })),
});
export type TemplateShelves = Static<typeof TemplateShelves>;

export const TemplateProblemView = Type.Object({
  code: Type.String(),
  where: Type.String(),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
  severity: Type.Enum(['error', 'warning']),
  /** Kinds of matter it concerns; empty where it is wrong whatever it meets. */
  types: Type.Array(Type.String()),
});
export type TemplateProblemView = Static<typeof TemplateProblemView>;

export const VersionSummary = Type.Object({
  id: Id,
  number: Type.Integer(),
  madeBy: Type.String(),
  madeAtUtc: Instant,
  why: Type.String(),
});
export type VersionSummary = Static<typeof VersionSummary>;

const Person = Type.Object({ name: Type.String(), uses: Type.Integer(), lastUtc: Instant });

export const TemplateDetail = Type.Object({
  ...TemplateSummary.properties,
  versionId: Id,
  content: TemplateContentJson,
  problems: Type.Array(TemplateProblemView),
  versions: Type.Array(VersionSummary),
  usedBy: Type.Array(Person),
  mayChange: Type.Boolean(),
});
export type TemplateDetail = Static<typeof TemplateDetail>;

export const NewTemplate = Type.Object(
  {
    name: Name,
    channel: Channel,
    folder: Type.Optional(Folder),
    tags: Type.Optional(Tags),
    content: TemplateContentJson,
  },
  { additionalProperties: false },
);
export type NewTemplate = Static<typeof NewTemplate>;

export const ChangeTemplate = Type.Object(
  {
    /** The version this change was made on; where there is a newer one, nothing is overwritten. */
    baseVersionId: Id,
    name: Type.Optional(Name),
    folder: Type.Optional(Folder),
    tags: Type.Optional(Tags),
    content: Type.Optional(TemplateContentJson),
    why: Type.Optional(Type.String({ maxLength: 200 })),
  },
  { additionalProperties: false },
);
export type ChangeTemplate = Static<typeof ChangeTemplate>;

/** What a new template can begin from, by what it is for. */
export const Starters = Type.Object({
  items: Type.Array(
    Type.Object({
      id: Type.String(),
      name: Type.String(),
      purpose: Type.String(),
      channel: Channel,
      content: TemplateContentJson,
    }),
  ),
});
export type Starters = Static<typeof Starters>;

export const ChangeStanding = Type.Object({ standing: Standing }, { additionalProperties: false });

export const Comparison = Type.Object({
  subject: Type.Array(ComparedPart),
  body: Type.Array(ComparedPart),
  /** Recipients, documents, blanks and what follows, a line each. */
  rest: Type.Array(ComparedPart),
});
export type Comparison = Static<typeof Comparison>;

export const DraftTemplate = Type.Object(
  { channel: Channel, content: TemplateContentJson, matterId: Type.Optional(Id) },
  { additionalProperties: false },
);
export type DraftTemplate = Static<typeof DraftTemplate>;

export const DraftPreview = Type.Object({
  problems: Type.Array(TemplateProblemView),
  /** What the static check could not even read; the wording is then shown as it last could be. */
  unreadable: Type.Union([Type.String(), Type.Null()]),
  preview: Type.Union([
    Type.Object({
      to: Type.Array(Type.String()),
      cc: Type.Array(Type.String()),
      bcc: Type.Array(Type.String()),
      subjectNodes: Type.Array(Type.Object({ type: Type.String() }, { additionalProperties: true })),
      body: Type.Object({ type: Type.Literal('doc') }, { additionalProperties: true }),
      blanks: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
      answers: Type.Record(Type.String(), Type.String()),
      late: Type.Record(Type.String(), Type.String()),
      documents: Type.Array(Type.String()),
      from: Type.String(),
    }),
    Type.Null(),
  ]),
  /** Of a text message: how it travels. */
  segments: Type.Union([Segments, Type.Null()]),
});
export type DraftPreview = Static<typeof DraftPreview>;

export const FieldChoice = Type.Object({
  path: Type.String(),
  label: Type.String(),
  kind: Type.String(),
  group: Type.String(),
  late: Type.Boolean(),
  /** What it says on the matter looked at; null where that has nothing. */
  value: Type.Union([Type.String(), Type.Null()]),
  choices: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
});
export type FieldChoice = Static<typeof FieldChoice>;

export const FieldCatalogue = Type.Object({
  fields: Type.Array(FieldChoice),
  repeats: Type.Array(
    Type.Object({
      over: Type.String(),
      label: Type.String(),
      rows: Type.Integer(),
      fields: Type.Array(FieldChoice),
    }),
  ),
  roles: Type.Array(
    Type.Object({ key: Type.String(), label: Type.String(), types: Type.Array(Type.String()) }),
  ),
  categories: Type.Array(Type.String()),
  stages: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
  keyDates: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
  palette: Type.Array(Type.Object({ label: Type.String(), colour: Type.String() })),
});
export type FieldCatalogue = Static<typeof FieldCatalogue>;

export const FieldQuery = Type.Object({ matterId: Type.Optional(Id) });

const Reason = Type.Object({
  code: Type.String(),
  where: Type.String(),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
});

export const TemplateReadiness = Type.Object({
  /** It says something of a matter, or is not meant to go without one. */
  needsMatter: Type.Boolean(),
  counts: Type.Object({ ready: Type.Integer(), blanks: Type.Integer(), unavailable: Type.Integer() }),
  items: Type.Array(
    Type.Object({
      matterId: Id,
      reference: Type.String(),
      title: Type.String(),
      type: Type.String(),
      readiness: Type.Enum(['ready', 'blanks', 'unavailable']),
      blanks: Type.Integer(),
      reasons: Type.Array(Reason),
    }),
  ),
});
export type TemplateReadiness = Static<typeof TemplateReadiness>;

/** What a change would touch before it is kept. */
export const TemplateImpact = Type.Object({
  drafts: Type.Array(
    Type.Object({ messageId: Id, matterId: Id, matterReference: Type.String(), subject: Type.String() }),
  ),
  /** Kinds of matter on which it holds now and would no longer, or the other way round. */
  loses: Type.Array(Type.String()),
  gains: Type.Array(Type.String()),
});
export type TemplateImpact = Static<typeof TemplateImpact>;
