import type { SearchQuery } from '../../contract/search.ts';
import { matterSeqOf } from './searchQueries.ts';
import type { Search, Narrowing } from './searchQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { parsePlainDate, addDays } from '../../core/model/plainDate.ts';
import { startOfDay } from '../../core/dates/zonedClock.ts';
import { addressesOfOrganisations } from '../directory/reachQueries.ts';
import { typedWords } from '../platform/database/dialects/sqlite/words.ts';
import { readQuery } from '../../core/finding/index.ts';
import type { PersonScope } from '../access/scope.ts';

export async function readSearch(scope: PersonScope, query: SearchQuery): Promise<Search> {
  const { words = '', who = '', direction, channel, category, withFile, matterId } = query;
  const { timeZone } = await readSettings(scope);
  const day = (text: string | undefined) => (text === undefined ? undefined : parsePlainDate(text));
  const [from, until] = [day(query.from), day(query.until)];
  const matterSeq = matterId === undefined ? undefined : await matterSeqOf(scope, matterId);
  if (matterId !== undefined && matterSeq === undefined) throw notFound('matter');
  const narrowing: Narrowing = {
    ...(direction === undefined ? {} : { direction }),
    ...(channel === undefined ? {} : { channel }),
    ...(category === undefined ? {} : { category }),
    ...(withFile ? { withFile } : {}),
    ...(matterSeq === undefined ? {} : { matterSeq }),
    ...(from ? { fromUtc: startOfDay(timeZone, from) } : {}),
    ...(until ? { untilUtc: startOfDay(timeZone, addDays(until, 1)) } : {}),
  };
  // Who looks for an organisation looks for its people.
  const organisation = typedWords(who);
  return {
    terms: readQuery(words),
    who: readQuery(who),
    orAddresses: organisation === undefined ? [] : await addressesOfOrganisations(scope, organisation),
    narrowing,
  };
}
