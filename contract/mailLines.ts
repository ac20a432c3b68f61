import { Type } from 'typebox';
import type { Static } from 'typebox';
import { MailHostTried } from './sending.ts';
import { SettingsRevision } from './common.ts';

/** A mailbox that is read over IMAP (RFC 9051); nothing in it is moved, marked or deleted. */
export const MailboxJson = Type.Object(
  {
    key: Type.String({ pattern: '^[a-z0-9-]{1,60}$' }),
    host: Type.String({ minLength: 1, maxLength: 253, pattern: '^[A-Za-z0-9.:_-]+$' }),
    port: Type.Integer({ minimum: 1, maximum: 65_535 }),
    security: Type.Enum(['implicit', 'starttls', 'offered']),
    user: Type.String({ minLength: 1, maxLength: 254 }),
    /** Absent where the one that is kept stays. */
    password: Type.Optional(Type.String({ maxLength: 400 })),
    hasPassword: Type.Boolean(),
    /** What the host calls it: `INBOX`, `Sent`. */
    mailbox: Type.String({ minLength: 1, maxLength: 200 }),
  },
  { additionalProperties: false },
);
export type MailboxJson = Static<typeof MailboxJson>;

const WebAddress = Type.String({ maxLength: 400, pattern: '^(https?://\\S+)?$' });
const Port = Type.Union([Type.Integer({ minimum: 1, maximum: 65_535 }), Type.Null()]);

const lines = {
  mailboxes: Type.Array(MailboxJson, { maxItems: 20 }),
  /** Where mail for matters' own addresses is taken over SMTP; null where that is not set here. */
  filingPort: Port,
  /** Where text messages are posted; these three are empty where they are not set here. */
  textGatewayUrl: WebAddress,
  /** Where answers to text messages are asked for. */
  textRepliesUrl: WebAddress,
  /** The printer, IPP over HTTP (RFC 8010). */
  printerUrl: WebAddress,
  /** Certificates of authorities of the practice's own (PEM, RFC 7468), for its mail servers and mailboxes. */
  authorities: Type.String({ maxLength: 200_000 }),
};

/** Where mail comes in, and where text messages and letters go out. */
export const MailLinesJson = Type.Object(
  { revision: Type.Optional(SettingsRevision), ...lines },
  { additionalProperties: false },
);
export type MailLinesJson = Static<typeof MailLinesJson>;

/** How the reading of a mailbox goes. */
export const MailboxStanding = Type.Object({
  /** As `user@host/mailbox`. */
  name: Type.String(),
  /** `beginning` until its host has answered for the first time. */
  state: Type.Enum(['beginning', 'reading', 'failing']),
  /** What its host, or the line to it, said last where it fails. */
  words: Type.String(),
});
export type MailboxStanding = Static<typeof MailboxStanding>;

export const MailLinesView = Type.Object({
  revision: Type.Optional(SettingsRevision),
  ...lines,
  /** What is set where the application is started, and holds where nothing is set here; mailboxes of both are read. */
  fromOutside: Type.Object({
    mailbox: Type.Union([Type.String(), Type.Null()]),
    filingPort: Port,
    textGatewayUrl: Type.String(),
    textRepliesUrl: Type.String(),
    printerUrl: Type.String(),
  }),
  standing: Type.Array(MailboxStanding),
});
export type MailLinesView = Static<typeof MailLinesView>;

const { limitBytes: _limit, ...tried } = MailHostTried.properties;

/** What came of looking into a mailbox; nothing was read or changed. */
export const MailboxTried = Type.Object({
  ...tried,
  /** How many messages lie there; null where it could not be opened. */
  messages: Type.Union([Type.Integer(), Type.Null()]),
});
export type MailboxTried = Static<typeof MailboxTried>;
