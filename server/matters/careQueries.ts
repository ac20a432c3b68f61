import type { Scope } from '../access/scope.ts';
import { sql } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { StoredMatter } from './matter.ts';

/** Who may see a restricted matter, whoever answers for it first. */
export async function namesWithAccess(
  scope: Scope,
  { id, responsible }: Pick<StoredMatter, 'id' | 'responsible'>,
): Promise<string[]> {
  const others = await sql(scope)('matter_access')
    .join('people', 'people.id', 'matter_access.person_id')
    .where({ matter_id: id })
    .whereNot('people.id', responsible.id)
    .orderBy('people.name')
    .pluck<string[]>('people.name');
  return [responsible.name, ...others];
}

interface EntryInNeed {
  readonly person: string;
  readonly atUtc: number;
  readonly why: string;
}

interface Past {
  /** References that it had before, the oldest first. */
  readonly formerReferences: string[];
  /** Who entered it in need, the latest first. */
  readonly enteredInNeed: EntryInNeed[];
}

interface PastRow {
  readonly reference: string | null;
  readonly person: string;
  readonly atUtc: number;
  readonly why: string;
}

/** What a matter went through, in one question; the matter was asked for through the scope. */
export async function pastOf(scope: Scope, matterId: string): Promise<Past> {
  const db = sql(scope);
  const rows = await db('former_references')
    .where({ matter_id: matterId })
    .select(db.raw('reference, ? as person, 0 as "atUtc", ? as why', ['', '']))
    .unionAll(
      db('matter_entries')
        .join('people', 'people.id', 'matter_entries.person_id')
        .where({ matter_id: matterId })
        .select(db.raw('null, people.name, entered_utc, why')),
    )
    .then((found: PastRow[]) => found);
  const entered = rows.filter(({ reference }) => reference === null);
  return {
    formerReferences: rows.flatMap(({ reference }) => reference ?? []),
    enteredInNeed: entered
      .map(({ person, atUtc, why }) => ({ person, atUtc, why }))
      .sort((a, b) => b.atUtc - a.atUtc),
  };
}

/** Writes an entry in need on the matter, and lets the person in. */
export async function letIn(
  tx: Tx,
  matterId: string,
  { personId, atUtc, why }: { readonly personId: string; readonly atUtc: number; readonly why: string },
): Promise<void> {
  await tx('matter_entries').insert({ matter_id: matterId, person_id: personId, entered_utc: atUtc, why });
  await tx('matter_access').insert({ matter_id: matterId, person_id: personId }).onConflict().ignore();
}
