import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MailHostsView } from '../../contract/sending.ts';
import { ensureAdministrator } from './hostSettings.ts';
import { readMailHosts } from './mailHostQueries.ts';

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
