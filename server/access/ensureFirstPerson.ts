import { asId } from '../../core/model/ids.ts';
import { hashPassword } from './passwords.ts';
import type { Office } from '../app/services.ts';
import { insertAuditEvent } from './auditQueries.ts';
import { insertPerson, listPeople } from './peopleQueries.ts';

/** Lets the first administrator in to a practice that has nobody yet; does nothing where there is somebody. */
export async function ensureFirstPerson(office: Office): Promise<void> {
  const { firstPerson } = office.config;
  if (!firstPerson || (await listPeople(office.db)).length > 0) return;
  const { name, email, password } = firstPerson;
  const id = office.newId();
  const passwordHash = await hashPassword(password);
  await office.db.transaction(async (tx) => {
    await insertPerson(tx, {
      id: asId(id),
      name,
      email,
      position: 'Administrator',
      right: 'administrator',
      passwordHash,
      rank: 1,
    });
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: null,
      what: 'person.first',
      subjectKind: 'practice',
      subjectId: id,
    });
  });
}
