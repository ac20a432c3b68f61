import type { CalendarFeed } from '../../contract/today.ts';
import { feedTokenOf } from '../access/feedTokenQueries.ts';
import { pathOf } from './feedPath.ts';
import type { PersonScope } from '../access/scope.ts';

export async function readFeed(scope: PersonScope): Promise<CalendarFeed> {
  const token = await feedTokenOf(scope, scope.actor.id);
  return { path: token === null ? null : pathOf(token) };
}
