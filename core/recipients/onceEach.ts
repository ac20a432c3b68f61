import type { Channel } from '../model/channel.ts';
import { addressKey } from './address.ts';
import type { Recipient, Recipients } from './recipients.ts';

/**
 * Recipients, each once over all lines: whoever is written to gets no copy, and whoever gets a copy gets no blind one.
 * Letters to one house may be for several, who each get theirs. `isPerson` says of whom a second address is a second time.
 */
export function onceEach(
  { to, cc, bcc }: Recipients,
  channel: Channel,
  isPerson: (recipient: Recipient) => boolean = () => false,
): Recipients {
  const seen = new Set<string>();
  const fresh = (recipient: Recipient): boolean => {
    const { address, contactId, name } = recipient;
    const house = channel === 'letter' ? ` ${contactId ?? name}` : '';
    const keys = [
      `address ${addressKey(address)}${house}`,
      ...(contactId !== undefined && isPerson(recipient) ? [`person ${contactId}`] : []),
    ];
    if (keys.some((key) => seen.has(key))) return false;
    for (const key of keys) seen.add(key);
    return true;
  };
  return { to: to.filter(fresh), cc: cc.filter(fresh), bcc: bcc.filter(fresh) };
}
