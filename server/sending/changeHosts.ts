import type { Services } from '../platform/services.ts';
import type { MailHostsJson, MailHostsView } from '../../contract/sending.ts';
import { settingsOf } from './hostSettings.ts';
import { wrong } from '../platform/settings/wrongSettings.ts';
import { readMailHosts, writeMailHosts } from '../platform/mail/mailHostQueries.ts';
import { refuseOvertaken } from '../platform/settings/revision.ts';
import { readHosts } from './readHosts.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

export async function changeHosts(
  services: Services,
  scope: PersonScope,
  { revision, hosts }: MailHostsJson,
): Promise<MailHostsView> {
  if (new Set(hosts.map(({ key }) => key)).size < hosts.length) throw wrong({ code: 'sameKey', of: 'hosts' });
  await changing(services, scope, async ({ tx, scope: inside, audit }) => {
    refuseOvertaken(revision, (await readHosts(services, inside)).revision);
    const before = await readMailHosts(inside);
    await writeMailHosts(
      tx,
      hosts.map((one) => ({ ...settingsOf(one, before), key: one.key })),
    );
    await audit('practice.mailHostsChanged', 'practice', 'practice');
  });
  // What waits for a host that was set wrongly goes on at once.
  services.wakeRunner();
  return readHosts(services, scope);
}
