import type { Session, User } from '../../contract/session.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { Services } from '../platform/services.ts';
import { listPeople } from './peopleQueries.ts';
import type { Account } from './peopleQueries.ts';
import { RIGHT_NAMES, roleHas } from './rights.ts';
import type { PersonScope } from './scope.ts';

const viewUser = ({
  id,
  name,
  email,
  position,
  role,
}: Pick<Account, 'id' | 'name' | 'email' | 'position' | 'role'>): User => ({
  id,
  name,
  email,
  position,
  role,
  rights: RIGHT_NAMES.filter((right) => roleHas(role, right)),
  mayChange: roleHas(role, 'work'),
});

export async function viewSession(
  { config }: Pick<Services, 'config'>,
  scope: PersonScope,
): Promise<Session> {
  const { practice, timeZone, region, holdSeconds } = await readSettings(scope);
  return {
    user: viewUser(scope.actor),
    practice: { name: practice.name, timeZone, region },
    others: config.demo ? (await listPeople(scope)).map(viewUser) : [],
    mailboxesUrl: config.mailboxesUrl ?? null,
    holdSeconds,
  };
}
