import { asId } from '../../core/model/ids.ts';
import type { Services } from '../platform/services.ts';
import { changing } from './change.ts';
import { hashPassword } from './passwords.ts';
import { insertPerson, listPeople } from './peopleQueries.ts';
import { unscoped } from './unscoped.ts';

/** Lets the first administrator in to a practice that has nobody yet; does nothing where there is somebody. */
export async function ensureFirstPerson(services: Services): Promise<void> {
  const { firstPerson } = services.config;
  const scope = unscoped(services.db, 'start');
  if (!firstPerson || (await listPeople(scope)).length > 0) return;
  const { name, email, password } = firstPerson;
  const id = services.newId();
  const passwordHash = await hashPassword(password);
  await changing(services, scope, async ({ tx, audit }) => {
    await insertPerson(tx, {
      id: asId(id),
      name,
      email,
      position: 'Administrator',
      role: 'administrator',
      passwordHash,
      rank: 1,
    });
    await audit('person.first', 'practice', id);
  });
}
