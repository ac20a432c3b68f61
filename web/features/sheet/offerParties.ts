import type { PartyView } from '../../../contract/matters.ts';
import type { Message } from '../../../contract/messages.ts';
import { foldName } from '../../../core/checks/words.ts';

type Recipients = Message['to'];

/** This matter's parties that are not on the message yet and have the words typed in name, role or address. */
export function offerParties(parties: readonly PartyView[], taken: Recipients, typed: string): Recipients {
  const word = foldName(typed);
  const known = new Map<string, Recipients[number]>();
  for (const { address, name, contactId, roleLabel } of parties) {
    if (address === undefined || taken.some((one) => one.address === address)) continue;
    const roles = [...(known.get(address)?.roles ?? []), roleLabel];
    known.set(address, { name, address, contactId, roles });
  }
  return [...known.values()].filter(({ name, address, roles }) =>
    foldName(`${name} ${roles.join(' ')} ${address}`).includes(word),
  );
}
