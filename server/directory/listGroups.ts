import type { RecipientGroups } from '../../contract/recipients.ts';
import type { PersonScope } from '../access/scope.ts';
import { findGroups } from './groupQueries.ts';

/** More groups than a practice has names for. */
const MOST_GROUPS = 500;

/** The groups of recipients that were saved, by name. */
export const listGroups = async (scope: PersonScope): Promise<RecipientGroups> => ({
  items: await findGroups(scope, '', MOST_GROUPS),
});
