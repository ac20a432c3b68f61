import type { StoredIncoming } from './queries.ts';
import { correspondentsIn } from '../../core/matching/index.ts';
import type { Mailbox } from '../../core/model/mailbox.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Scope } from '../access/scope.ts';

/** Whom a message is from, or, of a copy of ours, to whom it went. */
export async function correspondentOf(scope: Scope, { people }: StoredIncoming): Promise<Mailbox> {
  const [key] = correspondentsIn(people, await ownAddresses(scope)).first;
  return [...people.to, people.from].find(({ address }) => addressKey(address) === key) ?? people.from;
}
