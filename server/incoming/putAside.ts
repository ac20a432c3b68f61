import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { found } from './visibleIncoming.ts';
import { decide } from './decide.ts';

/** Puts a message aside that belongs to no matter; undone by putting it back. */
export async function putAside(office: Office, person: Account, id: string): Promise<Record<string, never>> {
  await found(office, id);
  await decide(office, person, id, 'waiting', 'notOurs', []);
  return {};
}
