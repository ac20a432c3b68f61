import type { Scope } from '../access/scope.ts';
import { authoritiesInUse } from '../platform/mail/authorities.ts';
import { mailHosts } from '../platform/mail/mailHosts.ts';
import type { Services } from '../platform/services.ts';
import { smtpTransport } from './transports/smtpTransport.ts';
import type { Attempt, Envelope } from './transports/transport.ts';

/** Hands a message over at once, beside the runner, in a conversation of its own: nothing of it is kept or tried again. */
export async function handOverNow(
  services: Services,
  scope: Scope,
  envelope: Envelope,
  bytes: Buffer,
): Promise<Attempt> {
  const transport = smtpTransport(
    () => mailHosts(services, scope),
    () => authoritiesInUse(services, scope),
  );
  try {
    return await transport.send(envelope, bytes, () => Promise.resolve());
  } finally {
    transport.close?.();
  }
}
