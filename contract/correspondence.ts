import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Authenticated, DateText, Id, Instant, PageQuery, page } from './common.ts';

export const Awaiting = Type.Union([
  Type.Object({ kind: Type.Literal('theirAnswer'), days: Type.Integer() }),
  Type.Object({ kind: Type.Literal('ourAnswer'), days: Type.Integer() }),
  Type.Object({ kind: Type.Literal('nothing') }),
]);

export const EntrySummary = Type.Object({
  id: Id,
  direction: Type.Union([Type.Literal('out'), Type.Literal('in'), Type.Literal('note')]),
  authenticated: Authenticated,
  channel: Type.String(),
  occurredAtUtc: Instant,
  subject: Type.String(),
  /** The first words of the text. */
  opening: Type.String(),
  /** Whom it went to, or who wrote it: names as the directory has them. */
  who: Type.Array(Type.String()),
  conversationId: Id,
  /** In their order: one is asked for by its place. */
  attachmentNames: Type.Array(Type.String()),
  category: Type.String(),
  awaiting: Awaiting,
  /** What has become of it since: the entry itself never changes. */
  standing: Type.Union([
    Type.Object({ kind: Type.Enum(['moved', 'corrected']), byEntryId: Id }),
    Type.Null(),
  ]),
  /** Mail to somebody came back. */
  bounced: Type.Boolean(),
});
export type EntrySummary = Static<typeof EntrySummary>;
export const EntryPage = page(EntrySummary);
export type EntryPage = Static<typeof EntryPage>;

export const EntryAddress = Type.Object({ name: Type.String(), address: Type.String() });

/** A file that came or went with a message, asked for by its place. */
export const EnclosedFile = Type.Object({
  index: Type.Integer(),
  name: Type.String(),
  mediaType: Type.String(),
  sizeBytes: Type.Integer(),
});

/** An entry that a file is part of, and its place there. */
const fileOfEntry = {
  entryId: Id,
  index: Type.Integer(),
  direction: Type.Enum(['out', 'in', 'note']),
  occurredAtUtc: Instant,
  subject: Type.String(),
};

/** The files that went or came with a matter’s messages, each with the entries it is part of. */
export const EnclosedFiles = Type.Object({
  items: Type.Array(
    Type.Object({
      name: Type.String(),
      mediaType: Type.String(),
      sizeBytes: Type.Integer(),
      /** The document of the matter that has the same bytes. */
      documentId: Type.Union([Id, Type.Null()]),
      entries: Type.Array(Type.Object(fileOfEntry)),
    }),
  ),
});
export type EnclosedFiles = Static<typeof EnclosedFiles>;

const InvitationTime = Type.Union([Type.Object({ atUtc: Instant }), Type.Object({ day: DateText })]);

const onMatter = { matterId: Id, reference: Type.String() };

/** What was said with a contact, each with the matter it is filed on. */
export const ContactEntries = page(
  Type.Object({ ...EntrySummary.properties, ...onMatter, title: Type.String() }),
);
export type ContactEntries = Static<typeof ContactEntries>;

export const ContactEntriesQuery = Type.Object({
  ...PageQuery.properties,
  /** Only what waits for an answer, theirs or ours. */
  owed: Type.Optional(Type.Boolean()),
});

/** The files that went to a contact or came from them, each with the entries it is part of. */
export const ContactFiles = Type.Object({
  items: Type.Array(
    Type.Object({
      name: Type.String(),
      mediaType: Type.String(),
      sizeBytes: Type.Integer(),
      entries: Type.Array(Type.Object({ ...fileOfEntry, ...onMatter })),
    }),
  ),
});
export type ContactFiles = Static<typeof ContactFiles>;

/** What a calendar part of a message asks or answers (RFC 5546). */
export const InvitationJson = Type.Object({
  kind: Type.Enum(['asked', 'answered', 'calledOff', 'note']),
  what: Type.String(),
  from: InvitationTime,
  until: Type.Union([InvitationTime, Type.Null()]),
  where: Type.String(),
  organiser: Type.String(),
  people: Type.Array(
    Type.Object({ name: Type.String(), answer: Type.Enum(['yes', 'no', 'perhaps', 'none']) }),
  ),
  repeats: Type.Boolean(),
  words: Type.String(),
});
export type InvitationJson = Static<typeof InvitationJson>;

export const EntryDetail = Type.Object({
  ...EntrySummary.properties,
  matterId: Id,
  matterReference: Type.String(),
  from: EntryAddress,
  to: Type.Array(EntryAddress),
  cc: Type.Array(EntryAddress),
  bcc: Type.Array(EntryAddress),
  /** Cleaned HTML, to be shown in a sandboxed frame alone; null where the message had only text. */
  html: Type.Union([Type.String(), Type.Null()]),
  text: Type.String(),
  invitation: Type.Union([InvitationJson, Type.Null()]),
  attachments: Type.Array(EnclosedFile),
  sentBy: Type.Union([Type.String(), Type.Null()]),
  templateName: Type.Union([Type.String(), Type.Null()]),
  /** The message written here that it was sent as; null for what was written elsewhere. */
  messageId: Type.Union([Id, Type.Null()]),
  /** Recipients whom the host refused, in its own words. */
  refusals: Type.Array(Type.Object({ address: Type.String(), reply: Type.String() })),
  /** What hosts reported later of its delivery, in their own words. */
  deliveries: Type.Array(
    Type.Object({
      address: Type.String(),
      action: Type.Enum(['failed', 'delayed', 'delivered']),
      words: Type.String(),
      atUtc: Instant,
    }),
  ),
  cautionsOverridden: Type.Array(Type.String()),
  rawBytes: Type.Integer(),
  seal: Type.String(),
});
export type EntryDetail = Static<typeof EntryDetail>;

export const MoveEntry = Type.Object({ matterId: Id });
/** Where an entry is now. */
export const Moved = Type.Object({ entryId: Id, matterId: Id, reference: Type.String() });
export type Moved = Static<typeof Moved>;
export type MoveEntry = Static<typeof MoveEntry>;

/** A note of a call, a meeting or anything else that belongs to the correspondence; or a correction of an entry. */
export const NewNote = Type.Object({
  category: Type.String({ minLength: 1, maxLength: 40 }),
  subject: Type.String({ minLength: 1, maxLength: 300, pattern: '\\S' }),
  text: Type.String({ maxLength: 40_000 }),
  occurredAtUtc: Type.Optional(Instant),
  corrects: Type.Optional(Id),
});
export type NewNote = Static<typeof NewNote>;
