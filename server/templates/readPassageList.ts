import type { Office } from '../app/services.ts';
import type { PassageList } from '../../contract/passages.ts';
import { passageUses, listPassages } from './passageQueries.ts';
import { viewPassage } from './passageView.ts';

/** Every passage in today's wording, by name. */
export async function readPassageList(office: Office): Promise<PassageList> {
  const usesOf = await passageUses(office.db);
  return { items: (await listPassages(office.db)).map((one) => viewPassage(one, usesOf(one.id))) };
}
