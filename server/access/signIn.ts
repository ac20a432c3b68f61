import type { SignIn } from '../../contract/session.ts';
import type { Services } from '../platform/services.ts';
import { readingFrom } from '../platform/database/reads.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { personActor } from './actor.ts';
import { changing } from './change.ts';
import { passwordFits } from './passwords.ts';
import { findPersonByEmail, listPeople } from './peopleQueries.ts';
import type { Account } from './peopleQueries.ts';
import { scopedTo } from './scope.ts';
import type { PersonScope } from './scope.ts';

/** Who is meant by a sign-in; in the demo the address alone says it. Refuses without telling which part was wrong. */
export async function signIn(services: Services, { email, password }: SignIn): Promise<PersonScope> {
  const account = await findPersonByEmail(readingFrom(services.db, {}), email);
  const fits = account && (services.config.demo || (await hasPassword(account, password)));
  if (!account || !fits) throw new DomainProblem('signInRefused');
  const scope = scopedTo(services.db, personActor(account));
  await changing(services, scope, ({ audit }) => audit('session.begun', 'session', account.id));
  return scope;
}

const hasPassword = async ({ passwordHash }: Account, password: string | undefined): Promise<boolean> =>
  passwordHash !== null && password !== undefined && (await passwordFits(password, passwordHash));

/** In the demo, whoever comes without a session is the principal; elsewhere nobody is. */
export async function demoPrincipal(services: Services): Promise<PersonScope | undefined> {
  if (!services.config.demo) return undefined;
  const [principal] = await listPeople(readingFrom(services.db, {}));
  return principal && scopedTo(services.db, personActor(principal));
}
