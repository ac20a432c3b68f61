import type { FollowUpPage, FollowUpsQuery } from '../../contract/matterTypes.ts';
import type { PersonScope } from '../access/scope.ts';
import { listFollowUps } from './followUpQueries.ts';

/** Follow-ups of one answer where nobody says how many. */
const MOST_LISTED = 100;

/** What is still to be done, soonest first: one's own unless somebody else's or everybody's is asked for. */
export function readFollowUps(
  scope: PersonScope,
  { whose = 'mine', limit = MOST_LISTED, ...filter }: FollowUpsQuery,
): Promise<FollowUpPage> {
  const personId = filter.personId ?? (whose === 'mine' ? scope.actor.id : undefined);
  return listFollowUps(scope, { ...filter, limit, personId });
}
