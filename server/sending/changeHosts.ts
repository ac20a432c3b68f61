import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MailHostsJson, MailHostsView } from '../../contract/sending.ts';
import { ensureAdministrator, settingsOf } from './hostSettings.ts';
import { wrong } from './wrongSettings.ts';
import { readMailHosts, writeMailHosts } from './mailHostQueries.ts';
import { noteChange } from './noteChange.ts';
import { readHosts } from './readHosts.ts';

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
