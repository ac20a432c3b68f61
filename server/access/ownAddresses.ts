import { addressKey } from '../../core/recipients/address.ts';
import { kept } from '../platform/database/kept.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { listPeople } from './peopleQueries.ts';

/** Every address that is the practice's own, by key. */
export const ownAddresses = kept(['settings', 'people'], async (reads): Promise<ReadonlySet<string>> => {
  const { practiceEmail, senders } = await readSettings(reads);
  const people = await listPeople(reads);
  return new Set(
    [practiceEmail, ...senders.map(({ address }) => address), ...people.map(({ email }) => email)]
      .filter(Boolean)
      .map(addressKey),
  );
});
