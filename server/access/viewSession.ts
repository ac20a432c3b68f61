import { listPeople } from './peopleQueries.ts';
import type { Account } from './peopleQueries.ts';
import type { User, Session } from '../../contract/session.ts';
import { mayChange } from './rights.ts';
import type { Office } from '../app/services.ts';
import { readSettings } from '../platform/settings/queries.ts';

const viewUser = (account: Account): User => ({
  id: account.id,
  name: account.name,
  email: account.email,
  position: account.position,
  mayChange: mayChange(account),
});

export async function viewSession(office: Office, person: Account): Promise<Session> {
  const { practice, timeZone, holdSeconds } = await readSettings(office.db);
  return {
    user: viewUser(person),
    practice: { name: practice.name, timeZone },
    others: office.config.demo ? (await listPeople(office.db)).map(viewUser) : [],
    mailboxesUrl: office.config.mailboxesUrl ?? null,
    holdSeconds,
  };
}
