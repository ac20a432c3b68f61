import type { ContactDetail } from '../../contract/directory.ts';
import { asId } from '../../core/model/ids.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { findContacts, renewContactWords, updateContact } from './contactQueries.ts';
import { forgetMerge, lastMerge, takeApart } from './mergeQueries.ts';
import { readContact } from './readContact.ts';
import type { DirectoryServices } from './services.ts';

/** Makes two of one again, each with what it had: possible until the one that was kept is changed. */
export async function unmergeContacts(
  services: DirectoryServices,
  scope: PersonScope,
  keptId: string,
  otherId: string,
): Promise<ContactDetail> {
  const merge = await lastMerge(scope, keptId, otherId);
  if (!merge) throw notFound('joining');
  await changing(services, scope, async ({ tx, scope: within, audit, tell }) => {
    await takeApart(tx, keptId, otherId, merge.before);
    if (!(await updateContact(tx, merge.before.kept, merge.revision)))
      throw new DomainProblem('contactChanged', [{ code: 'changedSinceJoined' }, { code: 'nothingChanged' }]);
    await renewContactWords(tx, [...(await findContacts(within, [otherId])).values()]);
    await forgetMerge(tx, merge.seq);
    await audit('contact.unmerged', 'contact', keptId, { otherId });
    for (const id of [keptId, otherId]) tell({ kind: 'contact', id: asId(id) });
  });
  return readContact(services, scope, otherId);
}
