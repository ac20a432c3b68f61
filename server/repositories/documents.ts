import type { Database } from './database.ts';

/** Categories that the practice files documents under, by name. */
export function documentCategories(db: Database): Promise<string[]> {
  return db('documents').distinct('category').orderBy('category').pluck<string[]>('category');
}
