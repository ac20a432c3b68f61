import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MailHostJson, MailHostTried } from '../../contract/sending.ts';
import { ensureAdministrator, settingsOf } from './hostSettings.ts';
import { tryHost } from './tryHost.ts';
import { readMailHosts } from './mailHostQueries.ts';

/** Tries a host as it stands on the screen, kept or not. */
export async function tryMailHost(
  office: Office,
  person: Account,
  host: MailHostJson,
): Promise<MailHostTried> {
  ensureAdministrator(office, person);
  return tryHost(settingsOf(host, await readMailHosts(office.db)), office.config.mailAuthorities);
}
