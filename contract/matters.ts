import { Type } from 'typebox';
import type { Static } from 'typebox';
import { DateText, Id, Instant, PageQuery, page } from './common.ts';
import { EntryPage } from './correspondence.ts';
import { FollowUpView } from './matterTypes.ts';
import { Channel, MessageSummary } from './messages.ts';

export const MATTER_SORTS = ['recent', 'reference', 'title', 'type', 'stage', 'responsible'] as const;
export type MatterSort = (typeof MATTER_SORTS)[number];
export const MatterSort = Type.Enum([...MATTER_SORTS]);

export const MatterQuery = Type.Object({
  ...PageQuery.properties,
  query: Type.Optional(Type.String({ maxLength: 200 })),
  sort: Type.Optional(MatterSort),
  /** Backwards, by what it is sorted by. */
  reversed: Type.Optional(Type.Boolean()),
  /** Those that whoever asks is responsible for. */
  mine: Type.Optional(Type.Boolean()),
  typeId: Type.Optional(Id),
  stage: Type.Optional(Type.String({ maxLength: 80 })),
  /** Whether their stage ends them. */
  state: Type.Optional(Type.Enum(['open', 'closed'])),
});

export const MatterSummary = Type.Object({
  id: Id,
  reference: Type.String(),
  title: Type.String(),
  type: Type.String(),
  stage: Type.String(),
  responsible: Type.String(),
  /** The parties that say whose it is, in the type's order of roles. */
  parties: Type.Array(Type.String()),
  lastEntryAtUtc: Type.Union([Instant, Type.Null()]),
  entryCount: Type.Integer(),
  restricted: Type.Boolean(),
});
export type MatterSummary = Static<typeof MatterSummary>;
export const MatterPage = page(MatterSummary);
export type MatterPage = Static<typeof MatterPage>;

const LabelledValue = Type.Object({
  path: Type.String(),
  label: Type.String(),
  kind: Type.String(),
  /** As people write it. */
  text: Type.String(),
  date: Type.Optional(DateText),
});
export type LabelledValue = Static<typeof LabelledValue>;

export const PartyView = Type.Object({
  role: Type.String(),
  roleLabel: Type.String(),
  /** For several in the role. */
  rolePlural: Type.String(),
  contactId: Id,
  name: Type.String(),
  kind: Type.Union([Type.Literal('person'), Type.Literal('organisation')]),
  organisation: Type.Optional(Type.String()),
  address: Type.Optional(Type.String()),
  phone: Type.Optional(Type.String()),
  doNotWriteTo: Type.Boolean(),
  bounced: Type.Boolean(),
});
export type PartyView = Static<typeof PartyView>;

export const DocumentView = Type.Object({
  id: Id,
  name: Type.String(),
  fileName: Type.String(),
  category: Type.String(),
  version: Type.Integer(),
  mediaType: Type.String(),
  sizeBytes: Type.Integer(),
  addedOn: DateText,
  /** For the practice alone. */
  restricted: Type.Boolean(),
});
export type DocumentView = Static<typeof DocumentView>;

const Linked = Type.Object({ label: Type.String(), id: Id, reference: Type.String(), title: Type.String() });

export const MatterDetail = Type.Object({
  id: Id,
  reference: Type.String(),
  title: Type.String(),
  type: Type.String(),
  stage: Type.String(),
  responsible: Type.String(),
  restricted: Type.Boolean(),
  /** Who may see it while it is restricted, whoever is responsible first. */
  visibleTo: Type.Array(Type.String()),
  /** What whoever opens it should know first. */
  note: Type.String(),
  /** References that it had before. */
  formerReferences: Type.Array(Type.String()),
  /** Who entered it in need, without having been given it, and why. */
  enteredInNeed: Type.Array(Type.Object({ person: Type.String(), atUtc: Instant, why: Type.String() })),
  /** What is copied to it is filed here; null where no mail arrives for it. */
  filingAddress: Type.Union([Type.String(), Type.Null()]),
  parties: Type.Array(PartyView),
  values: Type.Array(LabelledValue),
  /** Matters that it stands beside, and those that stand beside it, each by what it is. */
  linked: Type.Array(Linked),
  linkedFrom: Type.Array(Linked),
  documents: Type.Array(DocumentView),
  drafts: Type.Array(MessageSummary),
  /** What is still to be done, soonest first. */
  followUps: Type.Array(FollowUpView),
  counts: Type.Object({ all: Type.Integer(), out: Type.Integer(), in: Type.Integer(), note: Type.Integer() }),
  correspondence: EntryPage,
  dateline: Type.Object({
    today: DateText,
    keyDates: Type.Array(
      Type.Object({ label: Type.String(), date: DateText, workingDaysLeft: Type.Integer() }),
    ),
    ticks: Type.Array(Type.Object({ date: DateText, out: Type.Integer(), in: Type.Integer() })),
  }),
});
export type MatterDetail = Static<typeof MatterDetail>;

const Reason = Type.Object({
  code: Type.String(),
  where: Type.String(),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
});

export const ShelfItem = Type.Object({
  templateId: Id,
  name: Type.String(),
  channel: Channel,
  category: Type.String(),
  readiness: Type.Enum(['ready', 'blanks', 'unavailable']),
  blanks: Type.Integer(),
  reasons: Type.Array(Reason),
  /** Words of the template, folded, so that typing filters by what is inside too. */
  words: Type.String(),
  /** Paths of the days it speaks of: key dates and calculated ones. */
  days: Type.Array(Type.String()),
  tags: Type.Array(Type.String()),
  to: Type.Array(Type.String()),
  use: Type.Object({
    followed: Type.Integer(),
    followedOf: Type.Integer(),
    atStage: Type.Integer(),
    atStageOf: Type.Integer(),
    usedByPerson: Type.Integer(),
    sentHere: Type.Boolean(),
  }),
  /** What speaks most for it where it stands. */
  why: Type.Union([Type.Enum(['due', 'follows', 'stage', 'habit']), Type.Null()]),
  due: Type.Union([
    Type.Object({ kind: Type.Literal('followUp'), what: Type.String() }),
    Type.Object({ kind: Type.Literal('dateNear'), label: Type.String(), days: Type.Integer() }),
    Type.Null(),
  ]),
});
export type ShelfItem = Static<typeof ShelfItem>;
export const Shelf = Type.Object({
  items: Type.Array(ShelfItem),
  /** What was last sent on this matter, which the order goes by. */
  lastSent: Type.Union([Type.String(), Type.Null()]),
});
export type Shelf = Static<typeof Shelf>;

export const ShelfPreview = Type.Object({
  to: Type.Array(Type.String()),
  cc: Type.Array(Type.String()),
  bcc: Type.Array(Type.String()),
  /** Subject and text as they would be read. */
  subject: Type.String(),
  text: Type.String(),
  subjectNodes: Type.Array(Type.Object({ type: Type.String() }, { additionalProperties: true })),
  body: Type.Object({ type: Type.Literal('doc') }, { additionalProperties: true }),
  blanks: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
  answers: Type.Record(Type.String(), Type.String()),
  late: Type.Record(Type.String(), Type.String()),
  documents: Type.Array(Type.String()),
});
export type ShelfPreview = Static<typeof ShelfPreview>;

/** An administrator’s way into a restricted matter that they were not given. */
export const EnterInNeed = Type.Object(
  {
    reference: Type.String({ minLength: 1, maxLength: 40 }),
    why: Type.String({ minLength: 1, maxLength: 400, pattern: '\\S' }),
  },
  { additionalProperties: false },
);
export type EnterInNeed = Static<typeof EnterInNeed>;
