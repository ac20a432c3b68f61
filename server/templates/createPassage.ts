import type { Services } from '../platform/services.ts';
import type { NewPassage, PassageDetail } from '../../contract/passages.ts';
import { readPassageBody, refuseCircle } from './passageBody.ts';
import { insertPassage } from './passageQueries.ts';
import { readPassage } from './readPassage.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

export async function createPassage(
  services: Services,
  scope: PersonScope,
  { name, folder = '', body: json }: NewPassage,
): Promise<PassageDetail> {
  const body = readPassageBody(json);
  const id = services.newId();
  await refuseCircle(scope, id, name, body);
  await changing(services, scope, async ({ tx, audit, tell, atUtc }) => {
    await insertPassage(
      tx,
      { id, name: name.trim(), folder: folder.trim(), versionId: services.newId(), body },
      { by: scope.actor.id, atUtc, why: 'First wording' },
    );
    await audit('passage.made', 'passage', id, { name });
    tell({ kind: 'passage', id });
  });
  return readPassage(scope, id);
}
