import { addressKey, isMailAddress } from '../recipients/address.ts';
import type { CheckInput } from './checkInput.ts';
import { caution, stop } from './note.ts';
import type { Note } from './note.ts';

const LINES = ['to', 'cc', 'bcc'] as const;

const domainOf = (key: string): string => key.slice(key.lastIndexOf('@') + 1);

/**
 * What a template brings along unseen: a copy that is fixed in it, or an address for answers, outside the practice. And an
 * address for answers that is none: answers to it would be lost.
 */
export function checkOutside({
  recipients,
  fixed,
  replyTo,
  ownAddresses,
  channel,
}: CheckInput): readonly Note[] {
  if (channel !== 'email') return [];
  const domains = new Set([...ownAddresses].map(domainOf));
  const isOutside = (address: string): boolean => {
    const key = addressKey(address);
    return !ownAddresses.has(key) && !domains.has(domainOf(key));
  };
  const copies = LINES.flatMap((part) =>
    recipients[part].flatMap(({ address, name, roles }): readonly Note[] =>
      roles.length === 0 && fixed.has(addressKey(address)) && isOutside(address)
        ? [
            caution('fixedOutside', { part }, { name: name || address, address }, [
              { kind: 'removeRecipient', address },
            ]),
          ]
        : [],
    ),
  );
  if (replyTo === undefined || replyTo === '') return copies;
  if (!isMailAddress(replyTo)) return [...copies, stop('badReplyTo', { part: 'to' }, { address: replyTo })];
  const party = LINES.some((part) =>
    recipients[part].some(({ address }) => addressKey(address) === addressKey(replyTo)),
  );
  return !party && isOutside(replyTo)
    ? [...copies, caution('replyToOutside', { part: 'to' }, { address: replyTo })]
    : copies;
}
