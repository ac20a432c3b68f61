import type { Services } from '../platform/services.ts';
import { openDraft } from './draftLayout.ts';
import { discardDraft } from './queries.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Takes a draft off the desk; {@link restoreMessage} brings it back. What has left the desk cannot be discarded. */
export async function discardMessage(services: Services, scope: PersonScope, id: string): Promise<void> {
  const { message } = await openDraft(services, scope, id);
  await changing(services, scope, async ({ tx, audit, tell, atUtc }) => {
    if (!(await discardDraft(tx, id, atUtc)))
      throw new DomainProblem('notADraft', [{ code: 'leftTheDesk' }, { code: 'recallFirst' }]);
    await audit('message.discarded', 'message', id);
    tell({ kind: 'message', id, matterId: message.matterId });
  });
}
