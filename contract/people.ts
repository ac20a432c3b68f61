import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id, Instant } from './common.ts';
import { Role } from './session.ts';

/** Rights that somebody can be given beyond those of their role. */
export const FURTHER_RIGHTS = ['approve', 'release', 'figures'] as const;
export const FurtherRight = Type.Enum([...FURTHER_RIGHTS]);
export type FurtherRight = Static<typeof FurtherRight>;

const Name = Type.String({ minLength: 1, maxLength: 120 });
const Email = Type.String({ minLength: 3, maxLength: 254 });
const Position = Type.String({ maxLength: 120 });
const Phone = Type.String({ maxLength: 60 });
const Rights = Type.Array(FurtherRight, { maxItems: 3, uniqueItems: true });

/** Somebody of the practice. How they sign in is told to administrators alone. */
export const PersonView = Type.Object({
  id: Id,
  name: Type.String(),
  email: Type.String(),
  position: Type.String(),
  phone: Type.String(),
  role: Role,
  rights: Type.Array(FurtherRight),
  /** They have left: their name stays on what they did, and they sign in no more. */
  gone: Type.Boolean(),
  account: Type.Union([
    Type.Object({
      /** Until when their invitation, or their link to a new password, can be used. */
      linkEndsAtUtc: Type.Union([Instant, Type.Null()]),
      hasPassword: Type.Boolean(),
      secondFactor: Type.Boolean(),
      signsOnElsewhere: Type.Boolean(),
      lastSeenAtUtc: Type.Union([Instant, Type.Null()]),
    }),
    Type.Null(),
  ]),
});
export type PersonView = Static<typeof PersonView>;

export const PeopleView = Type.Object({ items: Type.Array(PersonView) });
export type PeopleView = Static<typeof PeopleView>;

export const NewPerson = Type.Object(
  {
    name: Name,
    email: Email,
    position: Type.Optional(Position),
    phone: Type.Optional(Phone),
    role: Role,
    rights: Type.Optional(Rights),
  },
  { additionalProperties: false },
);
export type NewPerson = Static<typeof NewPerson>;

export const ChangePerson = Type.Object(
  {
    name: Type.Optional(Name),
    email: Type.Optional(Email),
    position: Type.Optional(Position),
    phone: Type.Optional(Phone),
    role: Type.Optional(Role),
    rights: Type.Optional(Rights),
    gone: Type.Optional(Type.Boolean()),
    /** Who takes over the matters and follow-ups of somebody who leaves. */
    handOverTo: Type.Optional(Type.Union([Id, Type.Null()])),
    /** Takes the second factor away from somebody who has lost it. */
    secondFactor: Type.Optional(Type.Literal(false)),
  },
  { additionalProperties: false },
);
export type ChangePerson = Static<typeof ChangePerson>;

/** A link with which somebody chooses a password of their own. */
export const Invitation = Type.Object({
  url: Type.String(),
  endsAtUtc: Instant,
  /** Whether a mail server took the message with the link. */
  sent: Type.Boolean(),
});
export type Invitation = Static<typeof Invitation>;

export const COLOURS = ['light', 'dark', 'system'] as const;

export const ProfileView = Type.Object({
  id: Id,
  name: Type.String(),
  email: Type.String(),
  position: Type.String(),
  phone: Type.String(),
  role: Role,
  rights: Type.Array(FurtherRight),
  signaturePassageId: Type.Union([Id, Type.Null()]),
  /** Whether single keys do something. */
  keys: Type.Boolean(),
  colours: Type.Enum([...COLOURS]),
  /** Who may write for them. */
  writers: Type.Array(Id),
  hasPassword: Type.Boolean(),
  secondFactor: Type.Boolean(),
  /** How many recovery codes are left. */
  recoveryCodes: Type.Integer(),
});
export type ProfileView = Static<typeof ProfileView>;

export const ChangeProfile = Type.Object(
  {
    name: Type.Optional(Name),
    position: Type.Optional(Position),
    phone: Type.Optional(Phone),
    keys: Type.Optional(Type.Boolean()),
    colours: Type.Optional(Type.Enum([...COLOURS])),
    writers: Type.Optional(Type.Array(Id, { maxItems: 200, uniqueItems: true })),
  },
  { additionalProperties: false },
);
export type ChangeProfile = Static<typeof ChangeProfile>;

const Password = Type.String({ minLength: 1, maxLength: 400 });

export const ChangePassword = Type.Object(
  { current: Type.Optional(Password), password: Password },
  { additionalProperties: false },
);
export type ChangePassword = Static<typeof ChangePassword>;

export const SessionsView = Type.Object({
  items: Type.Array(
    Type.Object({
      id: Id,
      /** The one that asks. */
      here: Type.Boolean(),
      begunAtUtc: Instant,
      seenAtUtc: Instant,
      endsAtUtc: Instant,
      address: Type.String(),
      agent: Type.String(),
    }),
  ),
});
export type SessionsView = Static<typeof SessionsView>;

/** A second factor that is being set up (RFC 6238): in force once a code of it was given. */
export const SecondFactorBegun = Type.Object({
  secret: Type.String(),
  /** `otpauth:` address, as authenticator applications read it. */
  url: Type.String(),
  /** The same as a picture to point a telephone at: an SVG, as a `data:` address. */
  picture: Type.String(),
});
export type SecondFactorBegun = Static<typeof SecondFactorBegun>;

const Code = Type.String({ minLength: 6, maxLength: 20 });
export const SecondFactorCode = Type.Object({ code: Code }, { additionalProperties: false });
export const SecondFactorSet = Type.Object({ recoveryCodes: Type.Array(Type.String()) });
export type SecondFactorSet = Static<typeof SecondFactorSet>;

export const AskForLink = Type.Object({ email: Email }, { additionalProperties: false });
export const Token = Type.Object({ token: Type.String({ minLength: 20, maxLength: 100 }) });
export const LinkView = Type.Object({
  kind: Type.Enum(['invitation', 'reset']),
  name: Type.String(),
  email: Type.String(),
  practice: Type.String(),
});
export type LinkView = Static<typeof LinkView>;
export const UseLink = Type.Object({ password: Password }, { additionalProperties: false });

/** How people of the practice sign in. */
export const SignInSettings = Type.Object(
  {
    idleMinutes: Type.Integer({ minimum: 5, maximum: 1_440 }),
    wholeHours: Type.Integer({ minimum: 1, maximum: 720 }),
    secondFactor: Type.Enum(['asWished', 'everyone']),
    /** Where they sign on besides (OpenID Connect Core 1.0); its secret is never told. */
    signOn: Type.Union([
      Type.Object(
        {
          label: Type.String({ minLength: 1, maxLength: 60 }),
          issuer: Type.String({ minLength: 8, maxLength: 400 }),
          clientId: Type.String({ minLength: 1, maxLength: 200 }),
          clientSecret: Type.Optional(Type.String({ maxLength: 400 })),
          hasSecret: Type.Optional(Type.Boolean()),
        },
        { additionalProperties: false },
      ),
      Type.Null(),
    ]),
  },
  { additionalProperties: false },
);
export type SignInSettings = Static<typeof SignInSettings>;

/** What the page for signing in shows. */
export const SignInWays = Type.Object({
  signOn: Type.Union([Type.String(), Type.Null()]),
  /** Whether a link to a new password can be sent by mail. */
  resets: Type.Boolean(),
});
export type SignInWays = Static<typeof SignInWays>;
