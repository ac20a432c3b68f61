import type { Services } from '../platform/services.ts';
import type { TemplateReadiness } from '../../contract/templates.ts';
import { findInLibrary } from '../templates/libraryQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { openMatterIds, findMatters } from '../matters/queries.ts';
import { typeOfGeneralFile } from '../matters/matterTypeQueries.ts';
import { readerFor } from '../matters/readerFor.ts';
import { readinessOf, suitsType } from '../../core/shelf/index.ts';
import type { PersonScope } from '../access/scope.ts';
import { findStartable, signatureOf } from '../templates/compiled.ts';

/** The most matters one table shows, newest first; the counts are of these. */
const MOST_MATTERS = 400;

/** Which open matters a template can be used on, and why not on the others. */
export async function readReadiness(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<TemplateReadiness> {
  const template = await findStartable(scope, id);
  if (!template || !(await findInLibrary(scope, id))) throw notFound('template');
  const settings = await readSettings(scope);
  const signature = await signatureOf(scope, scope.actor.id);
  const ids = await openMatterIds(scope, MOST_MATTERS);
  const matters = await findMatters(scope, ids);
  const items = matters.map((matter) => {
    const reader = readerFor(matter, scope.actor, settings, [], services.now(), signature);
    const readiness = readinessOf(template.program, reader, template.channel);
    return {
      matterId: matter.id as string,
      reference: matter.reference,
      title: matter.title,
      type: matter.type.name,
      readiness: readiness.kind,
      blanks: readiness.kind === 'blanks' ? readiness.count : 0,
      reasons:
        readiness.kind === 'unavailable'
          ? readiness.reasons.map((reason) => ({ ...reason, params: { ...reason.params } }))
          : [],
    };
  });
  const count = (kind: string): number => items.filter(({ readiness }) => readiness === kind).length;
  return {
    needsMatter: !suitsType(template.program.content, await typeOfGeneralFile(scope)),
    counts: { ready: count('ready'), blanks: count('blanks'), unavailable: count('unavailable') },
    items,
  };
}
