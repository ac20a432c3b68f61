import type { ContactFacts } from '../../contract/directory.ts';
import type { FactDefinition } from '../../core/model/matter.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Scope } from '../access/scope.ts';
import { plainCopy } from '../platform/database/plainCopy.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { readSettings, writeSettings } from '../platform/settings/queries.ts';
import { refuseOvertaken, revisionOf } from '../platform/settings/revision.ts';

/** What the practice keeps of its contacts beside what everybody keeps. */
export async function readContactFacts(scope: Scope): Promise<ContactFacts> {
  const items = plainCopy<ContactFacts['items']>((await readSettings(scope)).contactFacts);
  return { revision: revisionOf(items), items };
}

/** Changes what is kept of contacts. What was kept of a fact that is no longer there stays with each contact, out of sight. */
export async function changeContactFacts(
  services: Services,
  scope: PersonScope,
  { revision, items }: ContactFacts,
): Promise<ContactFacts> {
  const keys = items.map(({ key }) => key);
  const twice = keys.find((key, n) => keys.indexOf(key) !== n);
  if (twice !== undefined)
    throw new DomainProblem('badSettings', [{ code: 'factTwice', key: twice }, { code: 'nothingChanged' }]);
  if (items.some(({ label }) => label.trim() === ''))
    throw new DomainProblem('badSettings', [{ code: 'factWithoutName' }, { code: 'nothingChanged' }]);
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    refuseOvertaken(revision, (await readContactFacts(inside)).revision);
    const before = await readSettings(inside);
    await writeSettings(tx, { ...before, contactFacts: items as readonly FactDefinition[] });
    await audit('practice.changed', 'practice', 'practice');
    tell({ kind: 'matterType', id: 'practice' });
  });
  return readContactFacts(scope);
}
