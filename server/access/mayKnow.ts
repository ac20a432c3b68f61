import type { Scope } from './scope.ts';

/** Whether the actor may know of a template: what is private is its owner's alone. */
export const mayKnow = (
  { actor }: Scope,
  { standing, ownerId }: { readonly standing: string; readonly ownerId: string | null },
): boolean => standing !== 'private' || actor.kind === 'system' || ownerId === actor.id;
