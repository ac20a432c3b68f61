import type { RoundPage } from '../../../contract/rounds.ts';
import type { PersonScope } from '../../access/scope.ts';
import { listRounds } from './roundQueries.ts';
import { viewRounds } from './viewRound.ts';

const DEFAULT_PAGE = 50;

export async function readRounds(
  scope: PersonScope,
  { limit, after }: { readonly limit?: number; readonly after?: string },
): Promise<RoundPage> {
  const { items, next } = await listRounds(scope, { limit: limit ?? DEFAULT_PAGE, after });
  return { items: await viewRounds(scope, items), next };
}
