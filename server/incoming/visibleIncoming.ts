import type { Office } from '../app/services.ts';
import { findIncoming } from './queries.ts';
import type { StoredIncoming } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Account } from '../access/peopleQueries.ts';
import { slipsOf } from './correspondentQueries.ts';

export async function found(office: Office, id: string): Promise<StoredIncoming> {
  const incoming = await findIncoming(office.db, id);
  if (!incoming) throw notFound('message in the in-tray');
  return incoming;
}

/** Once it is filed, it is for those who may see where. */
export async function mustSee(office: Office, person: Account, { entryIds }: StoredIncoming): Promise<void> {
  if (entryIds.length === 0) return;
  const matters = await office
    .db('entries')
    .whereIn('id', [...entryIds])
    .pluck<string[]>('matter_id');
  if ((await slipsOf(office.db, matters, person.id)).size === 0) throw notFound('message in the in-tray');
}
