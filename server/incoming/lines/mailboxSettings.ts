import type { MailboxJson } from '../../../contract/mailLines.ts';
import type { StoredMailbox } from '../../platform/mail/mailLineQueries.ts';
import { wrong } from '../../platform/settings/wrongSettings.ts';

/** A mailbox as it is read; where no new password is given, the kept one serves, and only for the same host and person. */
export function mailboxSettings(
  { hasPassword, password, ...json }: MailboxJson,
  before: readonly StoredMailbox[],
): StoredMailbox {
  const kept = before.find(
    ({ key, host, user }) => key === json.key && host === json.host && user === json.user,
  );
  const known = password ?? (hasPassword ? kept?.password : undefined);
  if (known === undefined || known === '') throw wrong({ code: 'passwordNeeded', host: json.host });
  return { ...json, password: known };
}
