import type { ChangePassword, ChangeProfile, ProfileView } from '../../../contract/people.ts';
import type { Reason } from '../../../core/model/reason.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { changing } from '../change.ts';
import { hashPassword, passwordFits } from '../passwords.ts';
import { refuseWeak } from '../passwordStrength.ts';
import { findActive, listActive, updatePerson } from '../peopleQueries.ts';
import type { Account } from '../peopleQueries.ts';
import type { PersonScope } from '../scope.ts';
import type { Scope } from '../scope.ts';
import type { AccessServices } from '../services.ts';
import { endSessions } from '../sessionQueries.ts';

export async function ownAccount(scope: PersonScope | Scope, id: string): Promise<Account> {
  const account = await findActive(scope, id);
  if (!account) throw notFound('person');
  return account;
}

/** What somebody may know and change of themselves. */
export async function readProfile(scope: PersonScope): Promise<ProfileView> {
  const one = await ownAccount(scope, scope.actor.id);
  const { id, name, email, position, phone, role, rights, preferences, writers, secondFactor } = one;
  return {
    id,
    name,
    email,
    position,
    phone: phone ?? '',
    role,
    rights: [...rights],
    signaturePassageId: one.signaturePassageId ?? null,
    keys: preferences.keys ?? true,
    colours: preferences.colours ?? 'system',
    writers: [...writers],
    hasPassword: one.passwordHash !== null,
    secondFactor: secondFactor?.confirmed === true,
    recoveryCodes: secondFactor?.recovery.length ?? 0,
  };
}

export async function changeProfile(
  services: AccessServices,
  scope: PersonScope,
  change: ChangeProfile,
): Promise<ProfileView> {
  const { id } = scope.actor;
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    const before = await ownAccount(inside, id);
    const { name, position, phone, keys, colours, writers } = change;
    const active = new Set((await listActive(inside)).map((person) => person.id as string));
    if (writers?.some((one) => one === id || !active.has(one)))
      throw new DomainProblem('badPerson', [{ code: 'noSuch', what: 'person' }, { code: 'nothingChanged' }]);
    await updatePerson(tx, id, {
      name: name?.trim(),
      position: position?.trim(),
      phone: phone?.trim(),
      writers,
      preferences: {
        ...before.preferences,
        ...(keys === undefined ? {} : { keys }),
        ...(colours === undefined ? {} : { colours }),
      },
    });
    await audit(
      'person.changed',
      'person',
      id,
      writers === undefined ? {} : { writers: [before.writers, writers] },
    );
    tell({ kind: 'person', id });
  });
  return readProfile(scope);
}

const refuse = (...because: readonly Reason[]): never => {
  throw new DomainProblem('badPassword', [...because, { code: 'nothingChanged' }]);
};

/** Whoever is signed in shows that it is them, before they change what they sign in with. */
export async function refuseWrongPassword(
  { passwordHash }: Account,
  current: string | undefined,
): Promise<void> {
  if (passwordHash !== null && !(await passwordFits(current ?? '', passwordHash)))
    refuse({ code: 'currentNotRight' });
}

/** A new password signs out every other session. */
export async function changePassword(
  services: AccessServices,
  scope: PersonScope,
  { current, password }: ChangePassword,
  session: string | undefined,
): Promise<void> {
  const account = await ownAccount(scope, scope.actor.id);
  await refuseWrongPassword(account, current);
  if (password === current) refuse({ code: 'passwordIsTheSame' });
  const { practice } = await readSettings(scope);
  refuseWeak(password, [account.name, account.email, practice.name]);
  const passwordHash = await hashPassword(password);
  await changing(services, scope, async ({ tx, audit }) => {
    await updatePerson(tx, account.id, { passwordHash });
    await endSessions(tx, account.id, session === undefined ? {} : { butFor: session });
    await audit('person.passwordChosen', 'person', account.id, { by: 'profile' });
  });
}
