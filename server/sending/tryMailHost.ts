import type { Services } from '../platform/services.ts';
import type { MailHostJson, MailHostTried } from '../../contract/sending.ts';
import { settingsOf } from './hostSettings.ts';
import { tryHost } from './tryHost.ts';
import { authoritiesInUse } from '../platform/mail/authorities.ts';
import { readMailHosts } from '../platform/mail/mailHostQueries.ts';
import type { PersonScope } from '../access/scope.ts';

/** Tries a host as it stands on the screen, kept or not. */
export async function tryMailHost(
  services: Services,
  scope: PersonScope,
  host: MailHostJson,
): Promise<MailHostTried> {
  return tryHost(settingsOf(host, await readMailHosts(scope)), await authoritiesInUse(services, scope));
}
