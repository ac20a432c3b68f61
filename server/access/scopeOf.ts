import type { Database } from '../platform/database/openDatabase.ts';
import { readingFrom } from '../platform/database/reads.ts';
import { personActor } from './actor.ts';
import { findPerson } from './peopleQueries.ts';
import { asScope } from './scope.ts';
import type { PersonScope } from './scope.ts';

/** The scope of a person by their id, as whoever signed them in knows it; undefined where there is nobody. */
export async function scopeOf(db: Database, personId: string): Promise<PersonScope | undefined> {
  const reads = readingFrom(db, {});
  const account = await findPerson(reads, personId);
  return account && asScope(reads, personActor(account));
}
