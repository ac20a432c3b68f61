import type { MailHostJson } from '../../contract/sending.ts';
import type { StoredHost } from '../platform/mail/mailHostQueries.ts';
import type { SmtpSettings } from '../platform/config.ts';
import { isMailAddress } from '../../core/recipients/address.ts';
import { wrong } from '../platform/settings/wrongSettings.ts';

/** A host as mail is sent through it; where no new password is given, the kept one serves, and only for the same host. */
export function settingsOf(json: MailHostJson, before: readonly StoredHost[]): SmtpSettings {
  const { host, port, security, user, carries, perMinute } = json;
  for (const one of carries)
    if (!isMailAddress(one.startsWith('@') ? `x${one}` : one))
      throw wrong({ code: 'notAddressOrDomain', value: one });
  if (user !== '' && security === 'none') throw wrong({ code: 'passwordInTheClear', host });
  const kept = before.find((one) => one.key === json.key && one.host === host && one.user === user);
  const password = json.password ?? (json.hasPassword ? kept?.password : undefined);
  if (user !== '' && password === undefined) throw wrong({ code: 'passwordNeeded', host });
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
