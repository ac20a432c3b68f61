import type { Services } from '../platform/services.ts';
import { findPassage, isUsedAnywhere, passageUses, updatePassage } from './passageQueries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** As many are named as make plain what is meant. */
const MOST_NAMED = 5;

/** Puts a passage away for good. One that something still says is kept, and where is said. */
export async function retirePassage(services: Services, scope: PersonScope, id: string): Promise<void> {
  const passage = await findPassage(scope, id);
  if (!passage) throw notFound('passage');
  const uses = (await passageUses(scope))(id);
  if (uses.templates.length + uses.passages.length + uses.signatureOf.length > 0) {
    const names = [...uses.templates, ...uses.passages].slice(0, MOST_NAMED).map(({ name }) => name);
    throw new DomainProblem(
      'passageInUse',
      [{ code: 'stillUsedBy', names, signatureOf: uses.signatureOf }, { code: 'removeItThere' }],
      { uses },
    );
  }
  if (await isUsedAnywhere(scope, id))
    throw new DomainProblem('passageInUse', [{ code: 'stillUsed' }, { code: 'removeItThere' }]);
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await updatePassage(tx, id, { retired: true });
    await audit('passage.retired', 'passage', id, { name: passage.name });
    tell({ kind: 'passage', id });
  });
}
