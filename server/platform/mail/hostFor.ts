import { addressKey } from '../../../core/recipients/address.ts';
import type { SmtpSettings } from '../config.ts';

/** Which host carries mail from an address: the one named for it or its domain, or else the first that carries all. */
export function hostFor(hosts: readonly SmtpSettings[], from: string): SmtpSettings {
  const key = addressKey(from);
  const domain = key.slice(key.lastIndexOf('@'));
  const found =
    hosts.find(({ carries }) => carries.includes(key)) ??
    hosts.find(({ carries }) => carries.includes(domain)) ??
    hosts.find(({ carries }) => carries.length === 0);
  if (!found) throw new Error('no mail server is set');
  return found;
}

/** What tells hosts apart: limits by the minute and by size are each host's own. */
export const hostKey = ({ host, port }: SmtpSettings): string => `${host}:${port}`;
