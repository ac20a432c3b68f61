import { may } from '../../access/rights.ts';
import type { PersonScope } from '../../access/scope.ts';
import { allVisible } from '../../access/visibleQueries.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { ExportServices, MadeFile } from './exportJobs.ts';
import { exportOf } from './exportJobs.ts';

/** What was made, for whoever asked for it, as far as they may still have it: rights can have gone since it was begun. */
export async function exportedFile(
  services: Pick<ExportServices, 'exports'>,
  scope: PersonScope,
  id: string,
): Promise<MadeFile> {
  const { result, state } = exportOf(services, scope, id);
  const theirs =
    result &&
    (result.holds === 'practice' ? may(scope.actor, 'archive') : await allVisible(scope, [...result.holds]));
  if (!result || state !== 'done' || !theirs) throw notFound('file');
  return result;
}
