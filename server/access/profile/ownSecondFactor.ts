import type { SecondFactorBegun, SecondFactorSet } from '../../../contract/people.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { changing } from '../change.ts';
import { updatePerson } from '../peopleQueries.ts';
import type { PersonScope } from '../scope.ts';
import type { AccessServices } from '../services.ts';
import { asShown, newRecoveryCodes, newSecondFactor, takeCode } from '../signIn/secondFactor.ts';
import { readSignIn } from '../signIn/signInSettings.ts';
import { ownAccount } from './profile.ts';

const notRight = (): DomainProblem =>
  new DomainProblem('badPassword', [{ code: 'codeNotRight' }, { code: 'nothingChanged' }]);

/** Begins a second factor. One that is in force stays so until the new one is confirmed by a code: it cannot be begun over. */
export async function beginSecondFactor(
  services: AccessServices,
  scope: PersonScope,
): Promise<SecondFactorBegun> {
  const { id, email } = scope.actor;
  const factor = newSecondFactor();
  await changing(services, scope, async ({ tx, scope: inside, audit }) => {
    const account = await ownAccount(inside, id);
    if (account.secondFactor?.confirmed)
      throw new DomainProblem('badPassword', [{ code: 'secondFactorInForce' }, { code: 'nothingChanged' }]);
    await updatePerson(tx, id, { secondFactor: factor });
    await audit('person.secondFactorBegun', 'person', id);
  });
  const { practice } = await readSettings(scope);
  return asShown(factor, practice.name, email);
}

/** Puts it in force, by a first code; the recovery codes are told this once. */
export async function confirmSecondFactor(
  services: AccessServices,
  scope: PersonScope,
  code: string,
): Promise<SecondFactorSet> {
  const { codes, hashes } = newRecoveryCodes();
  await changing(services, scope, async ({ tx, scope: inside, audit, atUtc }) => {
    const { id, secondFactor } = await ownAccount(inside, scope.actor.id);
    const taken =
      secondFactor && !secondFactor.confirmed ? await takeCode(secondFactor, code, atUtc) : undefined;
    if (!taken) throw notRight();
    await updatePerson(tx, id, { secondFactor: { ...taken, confirmed: true, recovery: hashes } });
    await audit('person.secondFactorSet', 'person', id);
  });
  return { recoveryCodes: [...codes] };
}

/** Takes it away again, by a code of it, where the practice leaves that to its people. */
export async function removeSecondFactor(
  services: AccessServices,
  scope: PersonScope,
  code: string,
): Promise<void> {
  const { secondFactor: required } = await readSignIn(scope);
  if (required === 'everyone')
    throw new DomainProblem('notYours', [{ code: 'secondFactorRequired' }, { code: 'nothingChanged' }]);
  await changing(services, scope, async ({ tx, scope: inside, audit, atUtc }) => {
    const { id, secondFactor } = await ownAccount(inside, scope.actor.id);
    if (!secondFactor?.confirmed || !(await takeCode(secondFactor, code, atUtc))) throw notRight();
    await updatePerson(tx, id, { secondFactor: null });
    await audit('person.secondFactorRemoved', 'person', id);
  });
}
