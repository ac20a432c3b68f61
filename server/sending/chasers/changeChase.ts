import type { ChangeChase, ChaseView } from '../../../contract/chasers.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findChase, moveChase } from './chaseQueries.ts';
import { readChase } from './viewChases.ts';

/** Stops a chaser plan by hand, or takes its next step as done: what is held can be stopped where it stands. */
export async function changeChase(
  services: Services,
  scope: PersonScope,
  id: string,
  { do: how }: ChangeChase,
): Promise<ChaseView> {
  const chase = await findChase(scope, id);
  if (!chase) throw notFound('chase');
  await changing(services, scope, async ({ tx, atUtc, audit, tell }) => {
    const moved = await moveChase(
      tx,
      chase,
      how === 'stop'
        ? { ended: { why: 'byHand', atUtc } }
        : { stepsDone: chase.stepsDone + 1, hindered: null },
    );
    if (!moved)
      throw new DomainProblem('decidedMeanwhile', [{ code: 'chaseIsOver' }, { code: 'nothingChanged' }]);
    await audit(how === 'stop' ? 'chase.stopped' : 'chase.skipped', 'matter', chase.matterId, {
      chaseId: id,
    });
    tell({ kind: 'matter', id: chase.matterId, matterId: chase.matterId });
  });
  return readChase(scope, id);
}
