import type { Office } from '../app/services.ts';
import type { Duplicates } from '../../contract/directory.ts';
import { sharedAddresses, sharedNames, contactItems } from './queries.ts';

/** Contacts that may be one and the same: those who share an address, then those of one name. */
export async function findDuplicates(office: Office): Promise<Duplicates> {
  const shared = [
    ...(await sharedAddresses(office.db)).map((one) => ({ ...one, because: 'address' as const })),
    ...(await sharedNames(office.db)).map((one) => ({ ...one, because: 'name' as const })),
  ];
  const items = new Map(
    (await contactItems(office.db, [...new Set(shared.flatMap(({ ids }) => ids))])).map((one) => [
      one.id,
      one,
    ]),
  );
  const seen = new Set<string>();
  return {
    items: shared.flatMap(({ same, because, ids }) => {
      const key = [...ids].sort().join(' ');
      if (seen.has(key)) return [];
      seen.add(key);
      return [{ same, because, contacts: ids.flatMap((id) => items.get(id) ?? []) }];
    }),
  };
}
