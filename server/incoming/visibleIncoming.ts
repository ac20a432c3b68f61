import type { Scope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { findIncoming } from './queries.ts';
import type { StoredIncoming } from './queries.ts';

/** What came in, by its id, as far as the actor may see it. */
export async function visibleIncoming(scope: Scope, id: string): Promise<StoredIncoming> {
  const incoming = await findIncoming(scope, id);
  if (!incoming) throw notFound('message');
  return incoming;
}

/** It is no longer where it was read: somebody else was quicker. */
export const decidedMeanwhile = (): DomainProblem => new DomainProblem('decidedMeanwhile');
