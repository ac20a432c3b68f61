import { Type } from 'typebox';
import type { Static } from 'typebox';
import { SettingsRevision } from './common.ts';

const MINUTES_A_DAY = 1_440;

/** Whom mail goes out under beside the practice and its people, and when it leaves. */
export const SendingJson = Type.Object(
  {
    revision: Type.Optional(SettingsRevision),
    senders: Type.Array(
      Type.Object(
        {
          /** What templates name it by; it stays when name and address change. */
          key: Type.String({ pattern: '^[a-z0-9-]{1,60}$' }),
          name: Type.String({ minLength: 1, maxLength: 120 }),
          address: Type.String({ minLength: 3, maxLength: 254 }),
        },
        { additionalProperties: false },
      ),
      { maxItems: 40 },
    ),
    /** Minutes after midnight on the practice's clock. */
    workingHours: Type.Object({
      fromMinute: Type.Integer({ minimum: 0, maximum: MINUTES_A_DAY }),
      untilMinute: Type.Integer({ minimum: 0, maximum: MINUTES_A_DAY }),
    }),
    /** How long a message can be called back after it was sent. */
    holdSeconds: Type.Integer({ minimum: 0, maximum: 600 }),
    /** A round of more messages is released by a second person; 0 lets everybody send any. */
    releaseAbove: Type.Optional(Type.Integer({ minimum: 0, maximum: 100_000 })),
    /** IANA name. */
    timeZone: Type.String({ minLength: 1, maxLength: 60 }),
    /** The most that one message may be, encoded; what a host says of itself holds where it is less. */
    maxMessageBytes: Type.Integer({ minimum: 100_000, maximum: 1_000_000_000 }),
  },
  { additionalProperties: false },
);
export type SendingJson = Static<typeof SendingJson>;

/** A mail host. A password goes in and never comes out. */
export const MailHostJson = Type.Object(
  {
    key: Type.String({ pattern: '^[a-z0-9-]{1,60}$' }),
    host: Type.String({ minLength: 1, maxLength: 253, pattern: '^[A-Za-z0-9.:_-]+$' }),
    port: Type.Integer({ minimum: 1, maximum: 65_535 }),
    security: Type.Enum(['implicit', 'starttls', 'offered', 'none']),
    user: Type.String({ maxLength: 254 }),
    /** Absent where the one that is kept stays. */
    password: Type.Optional(Type.String({ maxLength: 400 })),
    hasPassword: Type.Boolean(),
    /** Addresses, or domains as `@practice.example`; empty for all that no other host carries. */
    carries: Type.Array(Type.String({ minLength: 2, maxLength: 254 }), { maxItems: 60 }),
    perMinute: Type.Union([Type.Integer({ minimum: 1, maximum: 10_000 }), Type.Null()]),
  },
  { additionalProperties: false },
);
export type MailHostJson = Static<typeof MailHostJson>;

export const MailHostsJson = Type.Object(
  { revision: Type.Optional(SettingsRevision), hosts: Type.Array(MailHostJson, { maxItems: 20 }) },
  { additionalProperties: false },
);
export type MailHostsJson = Static<typeof MailHostsJson>;

/** The hosts kept on this screen, and those set where the application is started, which carry what is left. */
export const MailHostsView = Type.Object({
  revision: Type.Optional(SettingsRevision),
  hosts: Type.Array(MailHostJson),
  fromOutside: Type.Array(
    Type.Object({ host: Type.String(), port: Type.Integer(), carries: Type.Array(Type.String()) }),
  ),
});
export type MailHostsView = Static<typeof MailHostsView>;

/** What a host answered when it was tried; nothing was sent. */
export const MailHostTried = Type.Object({
  reached: Type.Boolean(),
  /** The host's words, or those of the line to it. */
  words: Type.String(),
  /** What is wrong with its certificate, where that is what kept us from it. */
  fault: Type.Union([Type.Enum(['expired', 'otherName', 'selfSigned', 'unknownIssuer']), Type.Null()]),
  underTls: Type.Boolean(),
  signedIn: Type.Boolean(),
  limitBytes: Type.Union([Type.Integer(), Type.Null()]),
});
export type MailHostTried = Static<typeof MailHostTried>;
