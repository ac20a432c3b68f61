import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Authenticated, Id, Instant, PageQuery, page } from './common.ts';
import { ChangeMatter, NewMatterJson } from './matterTypes.ts';
import { EnclosedFile, EntryAddress, InvitationJson } from './correspondence.ts';
import { Reason as Because } from './problems.ts';

const Reason = Type.Object({
  code: Type.String(),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
});

export const MatterSlip = Type.Object({
  matterId: Id,
  reference: Type.String(),
  title: Type.String(),
  stage: Type.String(),
});
export type MatterSlip = Static<typeof MatterSlip>;

export const MatterSuggestion = Type.Object({
  ...MatterSlip.properties,
  /** 0–1, over all matters it may belong to and none. */
  likelihood: Type.Number(),
  reasons: Type.Array(Reason),
});
export type MatterSuggestion = Static<typeof MatterSuggestion>;

export const IncomingSummary = Type.Object({
  id: Id,
  receivedAtUtc: Instant,
  sentAtUtc: Instant,
  direction: Type.Enum(['in', 'out']),
  channel: Type.Enum(['email', 'text']),
  authenticated: Authenticated,
  /** It says it is from one of the practice’s own addresses. */
  claimsOurs: Type.Boolean(),
  from: EntryAddress,
  subject: Type.String(),
  opening: Type.String(),
  attachmentNames: Type.Array(Type.String()),
  suggestions: Type.Array(MatterSuggestion),
});
export type IncomingSummary = Static<typeof IncomingSummary>;

export const InTray = Type.Object({ ...page(IncomingSummary).properties, count: Type.Integer() });
export type InTray = Static<typeof InTray>;
export const InTrayQuery = PageQuery;

export const IncomingDetail = Type.Object({
  ...IncomingSummary.properties,
  state: Type.Enum(['waiting', 'filed', 'notOurs', 'report']),
  to: Type.Array(EntryAddress),
  cc: Type.Array(EntryAddress),
  /** Cleaned HTML, to be shown in a sandboxed frame alone. */
  html: Type.Union([Type.String(), Type.Null()]),
  text: Type.String(),
  invitation: Type.Union([InvitationJson, Type.Null()]),
  attachments: Type.Array(EnclosedFile),
  /** Who it is from, where the directory knows them. */
  contacts: Type.Array(
    Type.Object({ id: Id, name: Type.String(), organisation: Type.Union([Type.String(), Type.Null()]) }),
  ),
  /** Suggested matters that they are no party of, with the roles they could take there. */
  mayJoin: Type.Array(
    Type.Object({
      matterId: Id,
      roles: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
    }),
  ),
  /** The type of matter that it is likely the beginning of. */
  likelyTypeId: Type.Union([Id, Type.Null()]),
  /** What they are on, the latest first. */
  matters: Type.Array(Type.Object({ ...MatterSlip.properties, roles: Type.Array(Type.String()) })),
  /** What was said between them and the practice before, newest first. */
  saidBefore: Type.Array(
    Type.Object({
      entryId: Id,
      matterId: Id,
      reference: Type.String(),
      direction: Type.Enum(['in', 'out', 'note']),
      occurredAtUtc: Instant,
      subject: Type.String(),
      opening: Type.String(),
    }),
  ),
});
export type IncomingDetail = Static<typeof IncomingDetail>;

/** A matter that is opened for a message. */
export const NewMatterForMail = Type.Object(
  {
    ...NewMatterJson.properties,
    /** The role that whoever wrote the message has there; nobody where it is not said. */
    role: Type.Optional(Type.String({ maxLength: 64 })),
  },
  { additionalProperties: false },
);
export type NewMatterForMail = Static<typeof NewMatterForMail>;

export const MakeParty = Type.Object({ matterId: Id, role: Type.String({ maxLength: 64 }) });
export type MakeParty = Static<typeof MakeParty>;

/** Who became what, and the change that takes it back. */
export const MadeParty = Type.Object({
  contactId: Id,
  name: Type.String(),
  reference: Type.String(),
  role: Type.String(),
  undo: ChangeMatter,
});
export type MadeParty = Static<typeof MadeParty>;

export const FileIncoming = Type.Object({
  matterIds: Type.Array(Id, { minItems: 1, maxItems: 20, uniqueItems: true }),
});
export type FileIncoming = Static<typeof FileIncoming>;

export const FileMany = Type.Object({
  items: Type.Array(Type.Object({ id: Id, matterId: Id }), { minItems: 1, maxItems: 200 }),
});
export type FileMany = Static<typeof FileMany>;

/** Entries that were made, each with the matter it is on. */
export const Filed = Type.Object({
  entries: Type.Array(Type.Object({ entryId: Id, matterId: Id, reference: Type.String() })),
});
export type Filed = Static<typeof Filed>;

/** What became of each message of the files that were dropped. */
export const TakenIn = Type.Object({
  filed: Type.Integer(),
  waiting: Type.Integer(),
  known: Type.Integer(),
  reports: Type.Integer(),
  refused: Type.Array(Type.Object({ name: Type.String(), why: Because })),
});
export type TakenIn = Static<typeof TakenIn>;
