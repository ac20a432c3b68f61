import { addressKey } from '../../core/recipients/address.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { listPeople } from './peopleQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';

/** Every address that is the practice's own, by key. */
export async function ownAddresses(db: Database): Promise<ReadonlySet<string>> {
  const { practiceEmail, senders } = await readSettings(db);
  const people = await listPeople(db);
  return new Set(
    [practiceEmail, ...senders.map(({ address }) => address), ...people.map(({ email }) => email)]
      .filter(Boolean)
      .map(addressKey),
  );
}
