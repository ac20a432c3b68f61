import { addressKey } from '../recipients/address.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** A document marked as for the practice alone, about to leave it. */
export function checkRestricted({ enclosures, recipients, ownAddresses }: CheckInput): readonly Note[] {
  const outside = [...recipients.to, ...recipients.cc, ...recipients.bcc].find(
    ({ address }) => !ownAddresses.has(addressKey(address)),
  );
  if (!outside) return [];
  return enclosures
    .filter(({ restricted }) => restricted === true)
    .map(({ id, fileName }) =>
      caution(
        'restrictedOutside',
        { part: 'enclosures' },
        { name: fileName, to: outside.name || outside.address },
        [{ kind: 'removeEnclosure', enclosureId: id }],
      ),
    );
}
