import type { Tx } from '../platform/database/transaction.ts';

/** Templates that were offered and not taken, on a day of the practice's clock. */
export interface Passed {
  readonly day: string;
  readonly templateIds: readonly string[];
}

export async function countPassed(tx: Tx, { day, templateIds }: Passed): Promise<void> {
  if (templateIds.length === 0) return;
  await tx('figure_passed')
    .insert(templateIds.map((template_id) => ({ day, template_id, count: 1 })))
    .onConflict(['day', 'template_id'])
    .merge({ count: tx.raw('figure_passed.count + 1') });
}
