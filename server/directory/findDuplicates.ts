import type { Duplicates } from '../../contract/directory.ts';
import { sharedAddresses, sharedNames, contactItems } from './queries.ts';
import type { Scope } from '../access/scope.ts';

/** Contacts that may be one and the same: those who share an address, then those of one name. */
export async function findDuplicates(scope: Scope): Promise<Duplicates> {
  const shared = [
    ...(await sharedAddresses(scope)).map((one) => ({ ...one, because: 'address' as const })),
    ...(await sharedNames(scope)).map((one) => ({ ...one, because: 'name' as const })),
  ];
  const items = new Map(
    (await contactItems(scope, [...new Set(shared.flatMap(({ ids }) => ids))])).map((one) => [one.id, one]),
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
