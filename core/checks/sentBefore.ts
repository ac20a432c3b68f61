import { addressKey } from '../recipients/address.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** The same template went to the same person on this matter a few days ago. */
export function checkSentBefore({ recipients, sentBefore }: CheckInput): readonly Note[] {
  return recipients.to.flatMap(({ address, name }) => {
    const before = sentBefore.get(addressKey(address));
    if (!before) return [];
    const params = { name: name || address, template: before.template, days: before.daysAgo };
    return [caution('sentBefore', { part: 'to' }, params, [{ kind: 'removeRecipient', address }])];
  });
}
