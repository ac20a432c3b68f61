import type { SessionsView } from '../../../contract/people.ts';
import { notFound } from '../../platform/problems/problem.ts';
import { changing } from '../change.ts';
import type { PersonScope } from '../scope.ts';
import type { AccessServices } from '../services.ts';
import { endSessions, sessionsOf } from '../sessionQueries.ts';
import { endOf } from '../sessionStore.ts';
import { readSignIn } from '../signIn/signInSettings.ts';

/** Where somebody is signed in, the one that asks among them. */
export async function readSessions(
  { now }: Pick<AccessServices, 'now'>,
  scope: PersonScope,
  here: string | undefined,
): Promise<SessionsView> {
  const limits = await readSignIn(scope);
  const nowUtc = now();
  return {
    items: (await sessionsOf(scope, scope.actor.id)).flatMap((one) => {
      const endsAtUtc = endOf(one, limits);
      if (endsAtUtc <= nowUtc) return [];
      const { id, begunUtc, seenUtc, address, agent } = one;
      return [{ id, here: id === here, begunAtUtc: begunUtc, seenAtUtc: seenUtc, endsAtUtc, address, agent }];
    }),
  };
}

/** Ends one of one's own sessions, wherever it is. */
export async function endSession(services: AccessServices, scope: PersonScope, id: string): Promise<void> {
  await changing(services, scope, async ({ tx, audit }) => {
    if ((await endSessions(tx, scope.actor.id, { id })) === 0) throw notFound('session');
    await audit('session.ended', 'session', scope.actor.id);
  });
}
