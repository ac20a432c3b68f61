import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ChangePassage, PassageDetail } from '../../contract/passages.ts';
import { findPassage, updatePassage, addPassageVersion } from './passageQueries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { readPassageBody, refuseCircle } from './passageBody.ts';
import { auditPassage } from './auditPassage.ts';
import { readPassage } from './readPassage.ts';

/** Changes a passage everywhere at once, on condition that nobody did meanwhile. */
export async function changePassage(
  office: Office,
  person: Account,
  id: string,
  change: ChangePassage,
): Promise<PassageDetail> {
  const passage = await findPassage(office.db, id);
  if (!passage) throw notFound('passage');
  const body = change.body === undefined ? undefined : readPassageBody(change.body);
  if (body) await refuseCircle(office, id, change.name ?? passage.name, body);
  await office.db.transaction(async (tx) => {
    await updatePassage(tx, id, {
      ...(change.name === undefined ? {} : { name: change.name.trim() }),
      ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
    });
    if (body) {
      const made = { by: person.id, atUtc: office.now(), why: change.why?.trim() || 'Changed wording' };
      const version = { id, versionId: office.newId(), body };
      if (!(await addPassageVersion(tx, version, change.baseVersionId, made))) {
        throw new HttpProblem(
          'passageChanged',
          'Somebody has changed this passage meanwhile. Yours is still here; look at theirs before you keep it.',
        );
      }
    }
    await auditPassage(office, tx, person, 'passage.changed', id, { parts: Object.keys(change) });
  });
  office.changes.tell({ kind: 'passage', id });
  return readPassage(office, id);
}
