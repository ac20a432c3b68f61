import type { Office } from '../app/services.ts';
import type { StoredIncoming } from './queries.ts';
import { correspondentsIn } from '../../core/matching/index.ts';
import type { MailPerson } from '../../core/matching/index.ts';
import { ownAddresses } from '../access/ownAddresses.ts';
import { addressKey } from '../../core/recipients/address.ts';

/** Whom a message is from, or, of a copy of ours, to whom it went. */
export async function correspondentOf(office: Office, { people }: StoredIncoming): Promise<MailPerson> {
  const [key] = correspondentsIn(people, await ownAddresses(office.db)).first;
  return [...people.to, people.from].find(({ address }) => addressKey(address) === key) ?? people.from;
}
