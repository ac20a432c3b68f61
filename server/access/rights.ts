import type { Actor, Role } from './actor.ts';

/** Who may do what: the one table of roles and rights. An endpoint names the right it needs. */
export const RIGHTS = {
  /** Read matters, correspondence, contacts, wording and settings. */
  read: ['administrator', 'practitioner', 'assistant', 'reader'],
  /** Take entries, contacts and templates out, and have the archive verified. */
  export: ['administrator', 'practitioner', 'assistant', 'reader'],
  /** One's own saved searches and calendar address. */
  own: ['administrator', 'practitioner', 'assistant', 'reader'],
  /** Write and send, file, note, and keep matters and contacts up to date. */
  work: ['administrator', 'practitioner', 'assistant'],
  /** Make and change templates, passages and pictures, and one's own signature. */
  wording: ['administrator', 'practitioner', 'assistant'],
  /** Restrict a matter, and say who may see it. */
  restrict: ['administrator', 'practitioner'],
  /** Change settings, senders, mail hosts, matter types and somebody else's signature. */
  settings: ['administrator'],
  /** Take the whole practice out. */
  archive: ['administrator'],
  /** Approve templates for everybody. */
  approve: ['administrator', 'practitioner'],
  /** Release a round that is larger than one person may send. */
  release: ['administrator', 'practitioner'],
  /** See the figures of everybody. */
  figures: ['administrator'],
  /** Invite people, change what they may do, and see them off. */
  people: ['administrator'],
} as const satisfies Readonly<Record<string, readonly Role[]>>;

export type Right = keyof typeof RIGHTS;

export const RIGHT_NAMES = Object.keys(RIGHTS) as readonly Right[];

const holders = (right: Right): readonly Role[] => RIGHTS[right];

export const roleHas = (role: Role, right: Right): boolean => holders(right).includes(role);

/** The application itself is bound by what its code does, not by a role. */
export const may = (actor: Actor, right: Right): boolean => actor.kind === 'system' || holds(actor, right);

/** Whether somebody has a right, by their role or given to them besides. */
export const holds = (
  { role, rights }: { readonly role: Role; readonly rights: readonly Right[] },
  right: Right,
): boolean => roleHas(role, right) || rights.includes(right);
