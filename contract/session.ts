import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id } from './common.ts';

export const SignIn = Type.Object({
  email: Type.String({ minLength: 3, maxLength: 254 }),
  password: Type.Optional(Type.String({ maxLength: 400 })),
  /** A second factor's code, or a recovery code, where one is asked for. */
  code: Type.Optional(Type.String({ maxLength: 20 })),
});

export type SignIn = Static<typeof SignIn>;

export const Role = Type.Union([
  Type.Literal('administrator'),
  Type.Literal('practitioner'),
  Type.Literal('assistant'),
  Type.Literal('reader'),
]);
export type Role = Static<typeof Role>;

/** What somebody may do; each operation says which it needs. */
export const Right = Type.Union([
  Type.Literal('read'),
  Type.Literal('export'),
  Type.Literal('own'),
  Type.Literal('work'),
  Type.Literal('wording'),
  Type.Literal('restrict'),
  Type.Literal('settings'),
  Type.Literal('archive'),
  Type.Literal('approve'),
  Type.Literal('release'),
  Type.Literal('figures'),
  Type.Literal('people'),
]);
export type Right = Static<typeof Right>;

export const User = Type.Object({
  id: Id,
  name: Type.String(),
  email: Type.String(),
  position: Type.String(),
  role: Role,
  rights: Type.Array(Right),
  /** Whether they have more than reading; for short. */
  mayChange: Type.Boolean(),
});
export type User = Static<typeof User>;

export const Session = Type.Object({
  user: User,
  practice: Type.Object({ name: Type.String(), timeZone: Type.String(), region: Type.String() }),
  /** In the demo: everybody of the practice, to look at the work through their eyes. */
  others: Type.Array(User),
  /** Where the stand-in mail host shows its mailboxes, when one is running. */
  /** What one signs on with elsewhere, said in the demo alone; null where there is none. */
  signOn: Type.Optional(Type.Union([Type.String(), Type.Null()])),
  mailboxesUrl: Type.Union([Type.String(), Type.Null()]),
  holdSeconds: Type.Integer(),
  /** How whoever is signed in likes the application; what they never chose is not said. */
  preferences: Type.Object({
    keys: Type.Optional(Type.Boolean()),
    colours: Type.Optional(Type.Union([Type.Literal('light'), Type.Literal('dark'), Type.Literal('system')])),
  }),
  /** What must be done before anything else can be. */
  first: Type.Union([Type.Literal('secondFactor'), Type.Null()]),
});
export type Session = Static<typeof Session>;
