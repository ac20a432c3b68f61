import type { Session, SignIn, User } from '../../contract/session.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { passwordFits } from '../http/passwords.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { findPersonByEmail, listPeople } from '../repositories/people.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';

export const mayChange = ({ right }: Account): boolean => right !== 'reader';

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

/** In the demo, whoever comes without a session is the principal. */
export async function demoPrincipal(office: Office): Promise<Account | undefined> {
  return office.config.demo ? (await listPeople(office.db))[0] : undefined;
}
