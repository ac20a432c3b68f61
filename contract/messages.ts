import { Type } from 'typebox';
import type { Static } from 'typebox';
import { FACT_KINDS } from '../core/model/value.ts';
import { DateText, Id, Instant, RealDay, SenderChoiceJson, page } from './common.ts';
import { StateDetail, StateKind } from './messageState.ts';

/** The most recipients of one line: beyond it, it is a round. */
export const MAX_RECIPIENTS = 100;
/** The most enclosures of one message. */
export const MAX_ENCLOSURES = 50;

export const Recipient = Type.Object({
  name: Type.String(),
  address: Type.String(),
  contactId: Type.Optional(Id),
  roles: Type.Array(Type.String()),
});
export type Recipient = Static<typeof Recipient>;

/** A recipient as asked for: an address alone, or a contact's, whose name and roles the record knows. */
export const RecipientInput = Type.Object({
  /** A mail address, a telephone number or a postal address, as the channel has it. */
  address: Type.String({ minLength: 1, maxLength: 500 }),
  name: Type.Optional(Type.String({ maxLength: 200 })),
  contactId: Type.Optional(Id),
});

const RecipientLine = Type.Array(RecipientInput, { maxItems: MAX_RECIPIENTS });

const enclosed = {
  /** Its own, within the message. */
  id: Id,
  fileName: Type.String(),
  category: Type.String(),
  mediaType: Type.String(),
  sizeBytes: Type.Integer(),
};

/** What goes with a message, and where it comes from. */
export const Enclosure = Type.Union([
  /** A document of the matter. */
  Type.Object({ kind: Type.Literal('document'), ...enclosed, documentId: Id }),
  /** A document of another matter. */
  Type.Object({
    kind: Type.Literal('otherMatter'),
    ...enclosed,
    documentId: Id,
    restricted: Type.Boolean(),
  }),
  /** A file that the writer put in, or that was made of others. */
  Type.Object({ kind: Type.Literal('upload'), ...enclosed }),
  /** A letter template, filled in and made a PDF. */
  Type.Object({ kind: Type.Literal('letter'), ...enclosed, templateId: Type.Optional(Id) }),
  /** A file of the template's own. */
  Type.Object({ kind: Type.Literal('file'), ...enclosed, fileId: Id }),
  /** What came or went with an earlier entry. */
  Type.Object({ kind: Type.Literal('entry'), ...enclosed, entryId: Id, index: Type.Integer() }),
]);
export type Enclosure = Static<typeof Enclosure>;

const NoteWhere = Type.Union([
  Type.Object({
    part: Type.Enum(['to', 'cc', 'bcc', 'subject', 'enclosures']),
  }),
  Type.Object({ part: Type.Literal('body'), block: Type.Integer(), words: Type.String() }),
]);

const Remedy = Type.Union([
  Type.Object({ kind: Type.Literal('enclose'), documentId: Id, name: Type.String() }),
  Type.Object({ kind: Type.Literal('removeRecipient'), address: Type.String() }),
  Type.Object({
    kind: Type.Literal('replaceWords'),
    block: Type.Integer(),
    words: Type.String(),
    by: Type.String(),
  }),
  Type.Object({ kind: Type.Literal('goToBlank'), key: Type.String() }),
  Type.Object({ kind: Type.Literal('replaceAddress'), address: Type.String(), by: Type.String() }),
  Type.Object({ kind: Type.Literal('keepOnly'), address: Type.String(), name: Type.String() }),
  Type.Object({
    kind: Type.Literal('replaceEnclosure'),
    enclosureId: Id,
    by: Id,
    name: Type.String(),
  }),
  Type.Object({ kind: Type.Literal('removeEnclosure'), enclosureId: Id }),
]);

export const Note = Type.Object({
  /** What it says of which words: what its writer acknowledges. */
  id: Type.String(),
  code: Type.String(),
  severity: Type.Union([Type.Literal('stop'), Type.Literal('caution')]),
  where: NoteWhere,
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number()])),
  remedies: Type.Array(Remedy),
});

export const Blank = Type.Object({
  key: Type.String(),
  label: Type.String(),
  kind: Type.Enum([...FACT_KINDS, 'document']),
  required: Type.Boolean(),
  help: Type.Optional(Type.String()),
  choices: Type.Optional(Type.Array(Type.Object({ key: Type.String(), label: Type.String() }))),
  /** A day without a year is the last that was. */
  looks: Type.Optional(Type.Literal('back')),
  /** The currency that an amount is read in (ISO 4217). */
  currency: Type.Optional(Type.String()),
});

/** The editor's JSON; the server reads it node by node and refuses what it does not know. */
export const DocumentJson = Type.Object({ type: Type.Literal('doc') }, { additionalProperties: true });
export const InlineJson = Type.Array(Type.Object({ type: Type.String() }, { additionalProperties: true }), {
  maxItems: 500,
});
const Answers = Type.Record(Type.String({ maxLength: 200 }), Type.String({ maxLength: 50_000 }));

export const Channel = Type.Enum(['email', 'text', 'letter']);

/** How a text message travels (3GPP TS 23.040). */
export const Segments = Type.Object({
  encoding: Type.String(),
  units: Type.Integer(),
  segments: Type.Integer(),
  left: Type.Integer(),
  because: Type.Optional(Type.String()),
});

const WallTime = Type.Object({
  date: RealDay,
  hour: Type.Integer({ minimum: 0, maximum: 23 }),
  minute: Type.Integer({ minimum: 0, maximum: 59 }),
});

const MessageAppointment = Type.Object({
  followUpId: Id,
  what: Type.String(),
  dueOn: DateText,
  at: Type.String(),
  minutes: Type.Integer(),
  place: Type.String(),
  calledOff: Type.Boolean(),
  /** It is done, or has no hour any more: nobody can be invited to it. */
  gone: Type.Boolean(),
});

export const Message = Type.Object({
  id: Id,
  channel: Channel,
  matterId: Id,
  matterReference: Type.String(),
  matterTitle: Type.String(),
  state: StateKind,
  stateDetail: StateDetail,
  revision: Type.Integer(),
  templateId: Type.Union([Id, Type.Null()]),
  templateName: Type.Union([Type.String(), Type.Null()]),
  from: Type.Object({ name: Type.String(), address: Type.String() }),
  /** What chose it; null for whoever writes. */
  sender: Type.Union([SenderChoiceJson, Type.Null()]),
  /** Everybody it can go out under. */
  senders: Type.Array(
    Type.Object({
      choice: Type.Union([SenderChoiceJson, Type.Null()]),
      name: Type.String(),
      address: Type.String(),
    }),
  ),
  /** What its sender can sign with, the default first, and which it is signed with; null for the default. */
  signatures: Type.Array(Type.Object({ id: Id, name: Type.String() })),
  signature: Type.Union([Id, Type.Null()]),
  /** Where answers go, when not to the sender. */
  replyTo: Type.Union([Type.String(), Type.Null()]),
  copyToSelf: Type.Boolean(),
  /** It answers an entry whose words are not quoted yet. */
  mayQuote: Type.Boolean(),
  /** A message of their own for each recipient. */
  each: Type.Boolean(),
  /** Documents that its template says must go along, beside those of a category. */
  /** What its template wants along, by category where it must be one. */
  wanted: Type.Array(Type.Object({ label: Type.String(), category: Type.Optional(Type.String()) })),
  /** What the sender's host takes for one message, encoded. */
  limitBytes: Type.Integer(),
  /** Of a text message. */
  segments: Type.Union([Segments, Type.Null()]),
  /** What sending does on the matter besides, in words. */
  /** Times within working hours that it may be sent at, on the practice’s own clock. */
  laterAt: Type.Array(WallTime),
  /** When the practice works, for telling of a time that is odd: its zone, weekdays (1 Monday), holidays and minutes of the day. */
  hours: Type.Object({
    timeZone: Type.String(),
    weekdays: Type.Array(Type.Integer()),
    holidays: Type.Array(DateText),
    fromMinute: Type.Integer(),
    untilMinute: Type.Integer(),
  }),
  after: Type.Object({
    followUpDays: Type.Optional(Type.Integer()),
    /** Reminders follow it by themselves until it is answered. */
    reminders: Type.Optional(Type.Literal(true)),
    followUp: Type.Optional(Type.String()),
    stage: Type.Optional(Type.String()),
  }),
  /** What its recipients are invited to, as the appointment stands now. */
  appointment: Type.Union([MessageAppointment, Type.Null()]),
  to: Type.Array(Recipient),
  cc: Type.Array(Recipient),
  bcc: Type.Array(Recipient),
  /** The subject and body as they stand, filled in: what a recipient would read now. */
  subject: Type.String(),
  /** In the practice’s look, as it is sent. */
  html: Type.String(),
  text: Type.String(),
  /** The text that is sent along with it, over the practice’s foot. */
  mailText: Type.String(),
  subjectNodes: InlineJson,
  body: DocumentJson,
  blanks: Type.Array(Blank),
  answers: Answers,
  /** What late values would say if it left now, by path and format. */
  late: Type.Record(Type.String(), Type.String()),
  enclosures: Type.Array(Enclosure),
  notes: Type.Array(Note),
  createdAtUtc: Instant,
  updatedAtUtc: Instant,
});
export type Message = Static<typeof Message>;

/** What a message is started from besides its template. */
const startingPoint = {
  documentIds: Type.Optional(Type.Array(Id, { maxItems: MAX_ENCLOSURES })),
  /** The entry that this answers: its sender is written to and its thread is kept. */
  inReplyTo: Type.Optional(Id),
  /** How the entry is taken up: its sender, everybody on it, or somebody new who is to read it. */
  answer: Type.Optional(Type.Enum(['sender', 'all', 'forward'])),
  /** Contacts to write to instead of those the template names. */
  contactIds: Type.Optional(Type.Array(Id, { maxItems: MAX_RECIPIENTS })),
  /** The follow-up it deals with: done once it is sent. */
  followUpId: Type.Optional(Id),
  /** The appointment of the matter that its recipients are invited to. */
  appointmentId: Type.Optional(Id),
  /** It tells those who were invited that the appointment is called off. */
  calledOff: Type.Optional(Type.Boolean()),
};

export const StartMessage = Type.Object(
  {
    templateId: Type.Optional(Id),
    answers: Type.Optional(Answers),
    ...startingPoint,
    /** Templates above it on the shelf that were not taken; `channel` is its way where it starts without one. */
    passedOver: Type.Optional(Type.Array(Id, { maxItems: 10 })),
    channel: Type.Optional(Channel),
  },
  { additionalProperties: false },
);
export type StartMessage = Static<typeof StartMessage>;

/** The same starting point, for looking at a template from there. What is there several times is named several times. */
export const PreviewQuery = Type.Object(startingPoint, { additionalProperties: false });
export type PreviewQuery = Static<typeof PreviewQuery>;

const FileNameText = Type.Optional(Type.String({ minLength: 1, maxLength: 200 }));

/** What is to be enclosed: a document of the matter, or what is enclosed already, by its own id. */
const EnclosureChoice = Type.Union([
  Type.Object(
    { kind: Type.Optional(Type.Literal('document')), documentId: Id, fileName: FileNameText },
    { additionalProperties: false },
  ),
  Type.Object(
    { kind: Type.Enum(['upload', 'letter', 'file', 'entry', 'otherMatter']), id: Id, fileName: FileNameText },
    { additionalProperties: false },
  ),
]);
export type EnclosureChoice = Static<typeof EnclosureChoice>;

export const ChangeMessage = Type.Object(
  {
    /** The revision this change was made on; where the draft has moved on, nothing is overwritten. */
    revision: Type.Optional(Type.Integer()),
    to: Type.Optional(RecipientLine),
    cc: Type.Optional(RecipientLine),
    bcc: Type.Optional(RecipientLine),
    subject: Type.Optional(Type.Union([Type.String({ maxLength: 2_000 }), InlineJson])),
    body: Type.Optional(DocumentJson),
    answers: Type.Optional(Answers),
    sender: Type.Optional(Type.Union([SenderChoiceJson, Type.Null()])),
    /** One of its sender’s further signatures; null for their default. */
    signature: Type.Optional(Type.Union([Id, Type.Null()])),
    replyTo: Type.Optional(Type.Union([Type.String({ maxLength: 254 }), Type.Null()])),
    copyToSelf: Type.Optional(Type.Boolean()),
    each: Type.Optional(Type.Boolean()),
    /** Start from another template: what was answered, and whoever was chosen by hand, stays. */
    templateId: Type.Optional(Id),
    /** The appointment its recipients are invited to; null for none. */
    appointmentId: Type.Optional(Type.Union([Id, Type.Null()])),
    /** Put the words of the entry it answers below its own. */
    quoted: Type.Optional(Type.Boolean()),
    enclosures: Type.Optional(Type.Array(EnclosureChoice, { maxItems: MAX_ENCLOSURES })),
  },
  { additionalProperties: false },
);
export type ChangeMessage = Static<typeof ChangeMessage>;

const CategoryName = Type.String({ minLength: 1, maxLength: 80 });

/** Something to be enclosed that is made, or fetched, at the word. */
export const EncloseOrder = Type.Union([
  /** An attachment of an entry on this matter. */
  Type.Object({
    kind: Type.Literal('fromEntry'),
    entryId: Id,
    index: Type.Integer({ minimum: 0, maximum: 999 }),
  }),
  /** A document of another matter. */
  Type.Object({ kind: Type.Literal('fromMatter'), matterId: Id, documentId: Id }),
  /** A letter template, filled in and made a PDF now. */
  Type.Object({ kind: Type.Literal('letter'), templateId: Id }),
  /** An enclosure as the PDF of it. */
  Type.Object({ kind: Type.Literal('asPdf'), enclosureId: Id }),
  /** Several PDFs as one. */
  Type.Object({
    kind: Type.Literal('join'),
    enclosureIds: Type.Array(Id, { minItems: 2, maxItems: MAX_ENCLOSURES }),
    name: Type.String({ minLength: 1, maxLength: 150 }),
  }),
  /** What came from outside, kept on the matter as well. */
  Type.Object({ kind: Type.Literal('keep'), enclosureId: Id, category: CategoryName }),
]);
export type EncloseOrder = Static<typeof EncloseOrder>;

export const EncloseFiles = Type.Object({ category: Type.Optional(CategoryName) });

/** A year: nobody schedules further, and a mistyped century should say so. */
const MAX_HOLD_SECONDS = 31_536_000;

export const SendMessage = Type.Object(
  {
    /** Cautions that the writer leaves as they are: by the note's id, or by its code for whatever it says. */
    acknowledged: Type.Optional(Type.Array(Type.String({ maxLength: 80 }), { maxItems: 400 })),
    sendAt: Type.Optional(Type.String({ format: 'date-time' })),
    /** A time on the practice’s own clock; daylight saving is the server’s affair. */
    sendOn: Type.Optional(WallTime),
    holdSeconds: Type.Optional(Type.Integer({ minimum: 0, maximum: MAX_HOLD_SECONDS })),
  },
  { additionalProperties: false },
);
export type SendMessage = Static<typeof SendMessage>;

/** Another time for a message that waits to leave. */
export const RescheduleMessage = Type.Object({ sendOn: WallTime }, { additionalProperties: false });
export type RescheduleMessage = Static<typeof RescheduleMessage>;

/** Where a test of a message went. */
export const TestSent = Type.Object({ sentTo: Type.String() });
export type TestSent = Static<typeof TestSent>;

/** A person's word on a message that may have gone. */
export const DecideMessage = Type.Object({
  decision: Type.Union([Type.Literal('gone'), Type.Literal('send-again')]),
});

export const CheckedMessage = Type.Object({ notes: Type.Array(Note) });

/** Passages as they would read on a message's matter, to be put in at the caret. */
export const PassagesHere = Type.Object({
  items: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      opening: Type.String(),
      /** Its blocks, filled in; one of a single line goes into the sentence. */
      content: Type.Array(Type.Object({ type: Type.String() }, { additionalProperties: true })),
      oneLine: Type.Boolean(),
    }),
  ),
  /** The writer’s own signature as it reads here, so that it is known again in a text. */
  signature: Type.Array(Type.Object({ type: Type.String() }, { additionalProperties: true })),
});
export type PassagesHere = Static<typeof PassagesHere>;

export const MessageSummary = Type.Object({
  id: Id,
  matterId: Id,
  matterReference: Type.String(),
  matterTitle: Type.String(),
  channel: Channel,
  state: StateKind,
  stateDetail: StateDetail,
  subject: Type.String(),
  to: Type.Array(Type.String()),
  author: Type.String(),
  enclosureCount: Type.Integer(),
  updatedAtUtc: Instant,
});
export type MessageSummary = Static<typeof MessageSummary>;
export const MessagePage = page(MessageSummary);
export type MessagePage = Static<typeof MessagePage>;
