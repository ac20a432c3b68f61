import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id } from './common.ts';
import { Channel, MAX_RECIPIENTS, Recipient } from './messages.ts';

export const OffersQuery = Type.Object({
  words: Type.Optional(Type.String({ maxLength: 200 })),
  channel: Type.Optional(Channel),
});

export const GroupMember = Type.Object({
  name: Type.String({ maxLength: 200 }),
  address: Type.String({ minLength: 1, maxLength: 500 }),
  contactId: Type.Optional(Id),
});

export const RecipientGroup = Type.Object({ id: Id, name: Type.String(), members: Type.Array(GroupMember) });
export type RecipientGroup = Static<typeof RecipientGroup>;

/** Groups by name; they are everyone's. */
export const RecipientGroups = Type.Object({ items: Type.Array(RecipientGroup) });
export type RecipientGroups = Static<typeof RecipientGroups>;

export const NewGroup = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80 }),
    members: Type.Array(GroupMember, { minItems: 1, maxItems: MAX_RECIPIENTS }),
  },
  { additionalProperties: false },
);
export type NewGroup = Static<typeof NewGroup>;

/** Whom what is being typed may mean: people by one of their addresses, and groups that were kept. */
export const Offers = Type.Object({
  people: Type.Array(
    Type.Object({
      name: Type.String(),
      address: Type.String(),
      contactId: Id,
      roles: Type.Array(Type.String()),
      label: Type.String(),
      why: Type.Enum(['only', 'preferred', 'mobile', 'other', 'bounced']),
      organisation: Type.Union([Type.String(), Type.Null()]),
      doNotWriteTo: Type.Boolean(),
    }),
  ),
  groups: Type.Array(RecipientGroup),
  /** Names of parties whom no address of this channel reaches. */
  unreached: Type.Array(Type.String()),
  /** Roles that several hold here, all of whom can be taken at once; `without` are names of those with no such address. */
  roles: Type.Array(
    Type.Object({
      role: Type.String(),
      label: Type.String(),
      members: Type.Array(Recipient),
      without: Type.Array(Type.String()),
    }),
  ),
});
export type Offers = Static<typeof Offers>;
