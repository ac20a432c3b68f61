import type {
  MailHostJson,
  MailHostsJson,
  MailHostsView,
  MailHostTried,
  SendingJson,
} from '../../contract/sending.ts';
import { isTimeZone } from '../../core/dates/zonedClock.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import type { SmtpSettings } from '../config.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { tryHost } from '../outgoing/tryHost.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { readMailHosts, writeMailHosts } from '../repositories/mailHosts.ts';
import type { StoredHost } from '../repositories/mailHosts.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings, writeSettings } from '../repositories/settings.ts';

const wrong = (detail: string): HttpProblem =>
  new HttpProblem('badSettings', `${detail} Nothing was changed.`);

export async function readSending(office: Office): Promise<SendingJson> {
  const { senders, workingHours, holdSeconds, timeZone, maxMessageBytes } = await readSettings(office.db);
  return {
    senders: senders.map((one) => ({ ...one })),
    workingHours: { ...workingHours },
    holdSeconds,
    timeZone,
    maxMessageBytes,
  };
}

export async function changeSending(
  office: Office,
  person: Account,
  json: SendingJson,
): Promise<SendingJson> {
  for (const { address } of json.senders)
    if (!isMailAddress(address)) throw wrong(`“${address}” is not a whole mail address.`);
  if (new Set(json.senders.map(({ key }) => key)).size < json.senders.length)
    throw wrong('Two senders have the same key.');
  if (json.workingHours.fromMinute >= json.workingHours.untilMinute)
    throw wrong('Working hours end after they begin.');
  if (!isTimeZone(json.timeZone)) throw wrong(`“${json.timeZone}” is no time zone.`);
  await office.db.transaction(async (tx) => {
    await writeSettings(tx, { ...(await readSettings(tx)), ...json });
    await noteChange(office, tx, person, 'practice.sendingChanged');
  });
  office.changes.tell({ kind: 'matterType', id: 'practice' });
  return readSending(office);
}

const noteChange = (office: Office, tx: Office['db'], { id }: Account, what: string): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: id,
    what,
    subjectKind: 'practice',
    subjectId: 'practice',
  });

/** Hosts hold passwords, and whoever sets one decides where all mail goes: an administrator's, but in the demo. */
function ensureAdministrator(office: Office, { right }: Account): void {
  if (right !== 'administrator' && !office.config.demo)
    throw new HttpProblem('notYours', 'Only an administrator sets the mail hosts.');
}

export async function readHosts(office: Office, person: Account): Promise<MailHostsView> {
  ensureAdministrator(office, person);
  const stored = await readMailHosts(office.db);
  return {
    hosts: stored.map(({ user, password, perMinute, carries, ...one }) => ({
      ...one,
      user: user ?? '',
      hasPassword: password !== undefined,
      carries: [...carries],
      perMinute: perMinute ?? null,
    })),
    fromOutside: office.config.smtp.map(({ host, port, carries }) => ({ host, port, carries: [...carries] })),
  };
}

export async function changeHosts(
  office: Office,
  person: Account,
  { hosts }: MailHostsJson,
): Promise<MailHostsView> {
  ensureAdministrator(office, person);
  if (new Set(hosts.map(({ key }) => key)).size < hosts.length) throw wrong('Two hosts have the same key.');
  await office.db.transaction(async (tx) => {
    const before = await readMailHosts(tx);
    await writeMailHosts(
      tx,
      hosts.map((one) => ({ ...settingsOf(one, before), key: one.key })),
    );
    await noteChange(office, tx, person, 'practice.mailHostsChanged');
  });
  // What waits for a host that was set wrongly goes on at once.
  office.wakeRunner();
  return readHosts(office, person);
}

/** Tries a host as it stands on the screen, kept or not. */
export async function tryMailHost(
  office: Office,
  person: Account,
  host: MailHostJson,
): Promise<MailHostTried> {
  ensureAdministrator(office, person);
  return tryHost(settingsOf(host, await readMailHosts(office.db)), office.config.mailAuthorities);
}

/** A host as mail is sent through it; where no new password is given, the kept one serves, and only for the same host. */
function settingsOf(json: MailHostJson, before: readonly StoredHost[]): SmtpSettings {
  const { host, port, security, user, carries, perMinute } = json;
  for (const one of carries)
    if (!isMailAddress(one.startsWith('@') ? `x${one}` : one))
      throw wrong(`“${one}” is neither a whole mail address nor a domain like @practice.example.`);
  if (user !== '' && security === 'none')
    throw wrong(`The password for ${host} would cross the line for all to read. Choose a way with TLS.`);
  const kept = before.find((one) => one.key === json.key && one.host === host && one.user === user);
  const password = json.password ?? (json.hasPassword ? kept?.password : undefined);
  if (user !== '' && password === undefined) throw wrong(`Signing in to ${host} needs its password.`);
  return {
    host,
    port,
    security,
    user: user === '' ? undefined : user,
    password: user === '' ? undefined : password,
    carries: carries.map((one) => one.toLowerCase()),
    perMinute: perMinute ?? undefined,
  };
}
