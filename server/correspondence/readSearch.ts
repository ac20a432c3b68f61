import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { SearchQuery } from '../../contract/search.ts';
import { matterSeqOf, hiddenMatters } from './searchQueries.ts';
import type { Search, Narrowing } from './searchQueries.ts';
import { isVisible } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { parsePlainDate, addDays } from '../../core/model/plainDate.ts';
import { startOfDay } from '../../core/dates/zonedClock.ts';
import { readQuery } from '../../core/finding/index.ts';

export async function readSearch(office: Office, person: Account, query: SearchQuery): Promise<Search> {
  const { words = '', who = '', direction, channel, category, withFile, matterId } = query;
  if (matterId !== undefined && !(await isVisible(office.db, matterId, person.id))) throw notFound('matter');
  const { timeZone } = await readSettings(office.db);
  const day = (text: string | undefined) => (text === undefined ? undefined : parsePlainDate(text));
  const [from, until] = [day(query.from), day(query.until)];
  const matterSeq = matterId === undefined ? undefined : await matterSeqOf(office.db, matterId);
  const narrowing: Narrowing = {
    ...(direction === undefined ? {} : { direction }),
    ...(channel === undefined ? {} : { channel }),
    ...(category === undefined ? {} : { category }),
    ...(withFile ? { withFile } : {}),
    ...(matterSeq === undefined ? {} : { matterSeq }),
    ...(from ? { fromUtc: startOfDay(timeZone, from) } : {}),
    ...(until ? { untilUtc: startOfDay(timeZone, addDays(until, 1)) } : {}),
  };
  return {
    terms: readQuery(words),
    who: readQuery(who),
    narrowing,
    hidden: await hiddenMatters(office.db, person.id),
  };
}
