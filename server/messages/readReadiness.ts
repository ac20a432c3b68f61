import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { TemplateReadiness } from '../../contract/templates.ts';
import { findInLibrary } from '../templates/libraryQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { openMatterIds, findMatters } from '../matters/queries.ts';
import { readerFor } from './readerFor.ts';
import { readinessOf } from '../../core/shelf/index.ts';

/** The most matters one table shows, newest first; the counts are of these. */
const MOST_MATTERS = 400;

/** Which open matters a template can be used on, and why not on the others. */
export async function readReadiness(office: Office, person: Account, id: string): Promise<TemplateReadiness> {
  const template = await office.programs.find(office.db, id);
  if (!template || !(await findInLibrary(office.db, id, person.id))) throw notFound('template in use');
  const settings = await readSettings(office.db);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const ids = await openMatterIds(office.db, person.id, MOST_MATTERS);
  const matters = await findMatters(office.db, ids, person.id);
  const items = matters.map((matter) => {
    const reader = readerFor(matter, person, settings, [], office.now(), signature);
    const readiness = readinessOf(template.program, reader);
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
    counts: { ready: count('ready'), blanks: count('blanks'), unavailable: count('unavailable') },
    items,
  };
}
