import type { PassageList } from '../../contract/passages.ts';
import { passageUses, listPassages } from './passageQueries.ts';
import { viewPassage } from './passageView.ts';
import type { Scope } from '../access/scope.ts';

/** Every passage in today's wording, by name. */
export async function readPassageList(scope: Scope): Promise<PassageList> {
  const usesOf = await passageUses(scope);
  return { items: (await listPassages(scope)).map((one) => viewPassage(one, usesOf(one.id))) };
}
