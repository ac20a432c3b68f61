import type { Office } from '../app/services.ts';
import { listPeople } from './peopleQueries.ts';
import type { Account } from './peopleQueries.ts';

/** In the demo, whoever comes without a session is the principal. */
export async function demoPrincipal(office: Office): Promise<Account | undefined> {
  return office.config.demo ? (await listPeople(office.db))[0] : undefined;
}
