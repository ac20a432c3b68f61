import { GENERAL_TYPE } from '../../core/model/generalFile.ts';
import type { Scope } from '../access/scope.ts';
import { ordinaryMatters, visible } from '../access/visibleQueries.ts';
import { sql } from '../platform/database/reads.ts';

/** Whether there is any of what a practice begins with. */
export async function whatIsThere(scope: Scope): Promise<{
  readonly matterTypes: boolean;
  readonly contacts: boolean;
  readonly matters: boolean;
  readonly wording: boolean;
  readonly message: boolean;
}> {
  const db = sql(scope);
  const any = async (query: { first: (column: string) => PromiseLike<unknown> }, column: string) =>
    (await query.first(column)) !== undefined;
  return {
    matterTypes: await any(db('matter_types').whereNot({ id: GENERAL_TYPE }), 'id'),
    contacts: await any(db('contacts'), 'id'),
    matters: await any(ordinaryMatters(scope), 'matters.id'),
    wording: await any(db('templates'), 'id'),
    message: await any(visible(scope, 'entries').where({ direction: 'out' }), 'entries.id'),
  };
}
