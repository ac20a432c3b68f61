import type { Session, User } from '../../contract/session.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { Services } from '../platform/services.ts';
import { findActive, listActive } from './peopleQueries.ts';
import type { Account } from './peopleQueries.ts';
import { holds, RIGHT_NAMES, roleHas } from './rights.ts';
import type { PersonScope } from './scope.ts';
import { mustFirst } from './signIn/mustFirst.ts';
import { readSignIn } from './signIn/signInSettings.ts';

const viewUser = ({
  id,
  name,
  email,
  position,
  role,
  rights,
}: Pick<Account, 'id' | 'name' | 'email' | 'position' | 'role' | 'rights'>): User => ({
  id,
  name,
  email,
  position,
  role,
  rights: RIGHT_NAMES.filter((right) => holds({ role, rights }, right)),
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
    others: config.demo ? (await listActive(scope)).map(viewUser) : [],
    signOn: config.demo ? ((await readSignIn(scope)).signOn?.label ?? null) : null,
    mailboxesUrl: config.mailboxesUrl ?? null,
    holdSeconds,
    preferences: { ...(await findActive(scope, scope.actor.id))?.preferences },
    first: config.demo ? null : await mustFirst(scope),
  };
}
