import type { Knex } from 'knex';
import type { Database } from '../platform/database/openDatabase.ts';

/**
 * Restricted matters do not exist for those who may not see them: theirs are the open ones, those they are responsible
 * for, and those they were given. Every query that shows anything of matters goes through this.
 */
export const seenBy =
  (db: Database, personId: string) =>
  (query: Knex.QueryBuilder): void => {
    const given = db('matter_access').select('matter_id').where({ person_id: personId });
    void query
      .where('matters.restricted', 0)
      .orWhere('matters.responsible_id', personId)
      .orWhereIn('matters.id', given);
  };
