import type { Database } from '../platform/database/openDatabase.ts';
import { readingFrom } from '../platform/database/reads.ts';
import { personActor } from './actor.ts';
import { findActive } from './peopleQueries.ts';
import { asScope } from './scope.ts';
import type { PersonScope } from './scope.ts';

/** The scope of a person by their id, as whoever signed them in knows it; undefined where there is nobody, or they have left. */
export async function scopeOf(db: Database, personId: string): Promise<PersonScope | undefined> {
  const reads = readingFrom(db, {});
  const account = await findActive(reads, personId);
  return account && asScope(reads, personActor(account));
}
