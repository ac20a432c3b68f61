import type { Services } from '../platform/services.ts';
import type { MailHostsView } from '../../contract/sending.ts';
import { readMailHosts } from '../platform/mail/mailHostQueries.ts';
import { revisionOf } from '../platform/settings/revision.ts';
import type { Scope } from '../access/scope.ts';

export async function readHosts({ config }: Pick<Services, 'config'>, scope: Scope): Promise<MailHostsView> {
  const stored = await readMailHosts(scope);
  const view: MailHostsView = {
    hosts: stored.map(({ user, password, perMinute, carries, ...one }) => ({
      ...one,
      user: user ?? '',
      hasPassword: password !== undefined,
      carries: [...carries],
      perMinute: perMinute ?? null,
    })),
    fromOutside: config.smtp.map(({ host, port, carries }) => ({ host, port, carries: [...carries] })),
  };
  return { revision: revisionOf(view), ...view };
}
