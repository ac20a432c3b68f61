import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { CalendarFeed } from '../../contract/today.ts';
import { feedTokenOf } from './feedQueries.ts';
import { pathOf } from './feedPath.ts';

export async function readFeed(office: Office, person: Account): Promise<CalendarFeed> {
  const token = await feedTokenOf(office.db, person.id);
  return { path: token === null ? null : pathOf(token) };
}
