import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { NewPassage, PassageDetail } from '../../contract/passages.ts';
import { readPassageBody, refuseCircle } from './passageBody.ts';
import { insertPassage } from './passageQueries.ts';
import { auditPassage } from './auditPassage.ts';
import { readPassage } from './readPassage.ts';

export async function createPassage(
  office: Office,
  person: Account,
  { name, folder = '', body: json }: NewPassage,
): Promise<PassageDetail> {
  const body = readPassageBody(json);
  const id = office.newId();
  await refuseCircle(office, id, name, body);
  await office.db.transaction(async (tx) => {
    await insertPassage(
      tx,
      { id, name: name.trim(), folder: folder.trim(), versionId: office.newId(), body },
      { by: person.id, atUtc: office.now(), why: 'First wording' },
    );
    await auditPassage(office, tx, person, 'passage.made', id, { name });
  });
  office.changes.tell({ kind: 'passage', id });
  return readPassage(office, id);
}
