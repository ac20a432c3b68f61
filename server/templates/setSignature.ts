import type { ChooseSignature, Signatures } from '../../contract/passages.ts';
import { changing } from '../access/change.ts';
import type { ChangeServices } from '../access/change.ts';
import { chooseSignature } from '../access/peopleQueries.ts';
import { may } from '../access/rights.ts';
import type { PersonScope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { findPassage } from './passageQueries.ts';
import { readSignatures } from './readSignatures.ts';

/** Says what somebody signs with, by default and besides. Everybody chooses their own. */
export async function setSignature(
  services: ChangeServices,
  scope: PersonScope,
  forId: string,
  choice: ChooseSignature,
): Promise<Signatures> {
  if (forId !== scope.actor.id && !may(scope.actor, 'settings'))
    throw new DomainProblem('notYours', [{ code: 'signatureNotYours' }]);
  const { passageId, further = [] } = choice;
  for (const id of [...further, ...(passageId ? [passageId] : [])])
    if (!(await findPassage(scope, id))) throw notFound('passage');
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await chooseSignature(tx, forId, choice))) throw notFound('person');
    await audit('passage.signature', 'passage', passageId ?? 'none', { forId });
    tell({ kind: 'passage', id: passageId ?? forId });
  });
  return readSignatures(scope);
}
