import { isGeneralFile } from '../model/generalFile.ts';
import { addressKey, isMailAddress } from '../recipients/address.ts';
import type { Recipient } from '../recipients/recipients.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

const LINES = ['to', 'cc', 'bcc'] as const;

/** An address one letter away from a known one, and one that this matter has nothing to do with. */
export function checkAddresses({
  record,
  recipients,
  nearAddresses,
  knownHere,
  channel,
}: CheckInput): readonly Note[] {
  if (channel !== 'email') return [];
  return LINES.flatMap((part) =>
    // Without a matter, whoever is in the directory is written to as they are.
    recipients[part]
      .filter(({ contactId }) => contactId === undefined || !isGeneralFile(record.id))
      .flatMap((recipient) => noteOn(recipient, part, nearAddresses, knownHere) ?? []),
  );
}

function noteOn(
  { address, name, contactId, roles }: Recipient,
  part: (typeof LINES)[number],
  near: CheckInput['nearAddresses'],
  knownHere: CheckInput['knownHere'],
): Note | undefined {
  const key = addressKey(address);
  if (roles.length > 0 || knownHere.has(key) || !isMailAddress(address)) return undefined;
  const meant = contactId === undefined ? near.get(key) : undefined;
  if (meant)
    return caution('addressNear', { part }, { address, near: meant.address, name: meant.name }, [
      { kind: 'replaceAddress', address, by: meant.address },
    ]);
  const code = contactId === undefined ? 'addressUnknown' : 'notOnMatter';
  return caution(code, { part }, { name: name || address, address }, [{ kind: 'removeRecipient', address }]);
}

/**
 * Whether two texts differ by one letter put in, left out, changed, or changed places with its neighbour; false where
 * they are the same.
 */
export function isOneSlipAway(a: string, b: string): boolean {
  if (a === b || Math.abs(a.length - b.length) > 1) return false;
  let from = 0;
  while (from < a.length && a[from] === b[from]) from += 1;
  let ends = 0;
  while (ends < Math.min(a.length, b.length) - from && a[a.length - 1 - ends] === b[b.length - 1 - ends])
    ends += 1;
  const [left, right] = [a.slice(from, a.length - ends), b.slice(from, b.length - ends)];
  if (left.length <= 1 && right.length <= 1) return true;
  return left.length === 2 && right.length === 2 && left[0] === right[1] && left[1] === right[0];
}
