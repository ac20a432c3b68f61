import type { Brand } from '../../core/model/brand.ts';
import type { FurtherRight } from '../../contract/people.ts';
import type { Person } from '../../core/model/matter.ts';

export const ROLES = ['administrator', 'practitioner', 'assistant', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** Somebody of the practice who is signed in. */
export type PersonActor = Brand<
  Person & { readonly kind: 'person'; readonly role: Role; readonly rights: readonly FurtherRight[] },
  'Actor'
>;

/** Why the application acts by itself. */
export type SystemReason =
  | 'runner'
  | 'rounds'
  | 'unasked'
  | 'news'
  | 'answers'
  | 'intake'
  | 'archive'
  | 'seeding'
  | 'indexing'
  | 'start'
  | 'signIn'
  | 'inNeed';

export type SystemActor = Brand<{ readonly kind: 'system'; readonly reason: SystemReason }, 'Actor'>;

/** Who acts. Made here alone: from an account that was signed in to, or with a reason. */
export type Actor = PersonActor | SystemActor;

export const personActor = ({
  id,
  name,
  email,
  position,
  phone,
  role,
  rights,
}: Person & { readonly role: Role; readonly rights: readonly FurtherRight[] }): PersonActor =>
  ({
    kind: 'person',
    id,
    name,
    email,
    position,
    role,
    rights,
    ...(phone === undefined ? {} : { phone }),
  }) as PersonActor;

export const systemActor = (reason: SystemReason): SystemActor => ({ kind: 'system', reason }) as SystemActor;

/** Who did it, for the audit: null where the application went on by itself. */
export const actorId = (actor: Actor): string | null => (actor.kind === 'person' ? actor.id : null);
