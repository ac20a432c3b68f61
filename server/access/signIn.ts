import type { Office } from '../app/services.ts';
import type { SignIn } from '../../contract/session.ts';
import { findPersonByEmail } from './peopleQueries.ts';
import type { Account } from './peopleQueries.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { insertAuditEvent } from './auditQueries.ts';
import { passwordFits } from './passwords.ts';

/** Who is meant by a sign-in; in the demo the address alone says it. Refuses without telling which part was wrong. */
export async function signIn(office: Office, { email, password }: SignIn): Promise<Account> {
  const account = await findPersonByEmail(office.db, email);
  const fits = account && (office.config.demo || (await hasPassword(account, password)));
  if (!account || !fits) throw new HttpProblem('signInRefused');
  await insertAuditEvent(office.db, {
    atUtc: office.now(),
    personId: account.id,
    what: 'session.begun',
    subjectKind: 'session',
    subjectId: account.id,
  });
  return account;
}

const hasPassword = async ({ passwordHash }: Account, password: string | undefined): Promise<boolean> =>
  passwordHash !== null && password !== undefined && (await passwordFits(password, passwordHash));
