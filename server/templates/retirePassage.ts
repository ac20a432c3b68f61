import type { Services } from '../platform/services.ts';
import { findPassage, isUsedAnywhere, passageUses, updatePassage } from './passageQueries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Puts a passage away for good. One that something still says is kept, and where is said. */
export async function retirePassage(services: Services, scope: PersonScope, id: string): Promise<void> {
  const passage = await findPassage(scope, id);
  if (!passage) throw notFound('passage');
  const uses = (await passageUses(scope))(id);
  if (uses.templates.length + uses.passages.length + uses.signatureOf.length > 0) {
    const names = [...uses.templates, ...uses.passages].map(({ name }) => name);
    throw new DomainProblem(
      'passageInUse',
      `It is still used: ${[...names, ...uses.signatureOf.map((name) => `${name}’s signature`)].slice(0, 5).join(', ')}. Take it out there first.`,
      { uses },
    );
  }
  if (await isUsedAnywhere(scope, id))
    throw new DomainProblem('passageInUse', 'It is still used. It can be taken out where it stands first.');
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await updatePassage(tx, id, { retired: true });
    await audit('passage.retired', 'passage', id, { name: passage.name });
    tell({ kind: 'passage', id });
  });
}
