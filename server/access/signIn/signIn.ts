import type { SignIn } from '../../../contract/session.ts';
import type { Services } from '../../platform/services.ts';
import { readingFrom } from '../../platform/database/reads.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import { personActor } from '../actor.ts';
import { changing } from '../change.ts';
import { passwordFits, WORTH_A_TRY } from '../passwords.ts';
import { findPersonByEmail, listActive, updatePerson } from '../peopleQueries.ts';
import type { Account } from '../peopleQueries.ts';
import { scopedTo } from '../scope.ts';
import type { PersonScope } from '../scope.ts';
import { dropEnded } from '../sessionQueries.ts';
import { sessionLimits } from './signInWays.ts';
import { takeCode } from './secondFactor.ts';
import { noteTry, refuseTooMany, tryOf } from './tries.ts';

/**
 * Who is meant by a sign-in; in the demo the address alone says it. Refuses without telling which part was wrong, and takes
 * as long for a name that there is none of.
 */
export async function signIn(
  services: Services,
  { email, password, code }: SignIn,
  address: string,
): Promise<PersonScope> {
  const account = await accountOf(services, email);
  if (services.config.demo) {
    if (!account) throw new DomainProblem('signInRefused');
    return begin(services, account, account);
  }
  const one = tryOf(email, address);
  await refuseTooMany(services, one);
  const fits = await passwordFits(password ?? '', account?.passwordHash ?? WORTH_A_TRY);
  if (!account?.passwordHash || !fits) {
    await noteTry(services, one, account?.id, false);
    throw new DomainProblem('signInRefused');
  }
  const after = await secondFactorOf(services, account, code);
  if (!after) {
    if (code === undefined) throw new DomainProblem('secondFactorNeeded');
    await noteTry(services, one, account.id, false);
    throw new DomainProblem('secondFactorNeeded', [{ code: 'codeNotRight' }]);
  }
  await noteTry(services, one, account.id, true);
  return begin(services, account, after);
}

async function accountOf({ db }: Pick<Services, 'db'>, email: string): Promise<Account | undefined> {
  const account = await findPersonByEmail(readingFrom(db, {}), email.trim());
  return account?.goneUtc === undefined ? account : undefined;
}

/** The account as it is once the code was taken; undefined where it is not right. */
async function secondFactorOf(
  { now }: Pick<Services, 'now'>,
  account: Account,
  code: string | undefined,
): Promise<Pick<Account, 'secondFactor'> | undefined> {
  const { secondFactor } = account;
  if (!secondFactor?.confirmed) return account;
  const taken = code === undefined ? undefined : await takeCode(secondFactor, code, now());
  return taken && { secondFactor: taken };
}

/** Lets somebody in who was found to be who they say. */
export async function begin(
  services: Services,
  account: Account,
  { secondFactor }: Pick<Account, 'secondFactor'>,
): Promise<PersonScope> {
  const scope = scopedTo(services.db, personActor(account));
  const { idleMinutes, wholeHours } = await sessionLimits(services.db);
  await changing(services, scope, async ({ tx, audit, atUtc }) => {
    await dropEnded(tx, {
      seenBefore: atUtc - idleMinutes * 60_000,
      begunBefore: atUtc - wholeHours * 3_600_000,
    });
    if (secondFactor !== account.secondFactor) await updatePerson(tx, account.id, { secondFactor });
    await audit('session.begun', 'session', account.id);
  });
  return scope;
}

/** In the demo, whoever comes without a session is the principal; elsewhere nobody is. */
export async function demoPrincipal(services: Services): Promise<PersonScope | undefined> {
  if (!services.config.demo) return undefined;
  const [principal] = await listActive(readingFrom(services.db, {}));
  return principal && scopedTo(services.db, personActor(principal));
}
