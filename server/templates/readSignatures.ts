import type { Signatures } from '../../contract/passages.ts';
import { listActive } from '../access/peopleQueries.ts';
import type { PersonScope } from '../access/scope.ts';

/** Whose default signature is which passage. */
export async function readSignatures(scope: PersonScope): Promise<Signatures> {
  const people = await listActive(scope);
  return {
    people: people.map(({ id, name, signaturePassageId, furtherSignatures = [] }) => ({
      id,
      name,
      passageId: signaturePassageId ?? null,
      further: [...furtherSignatures],
    })),
  };
}
