import { findActive } from '../peopleQueries.ts';
import type { PersonScope } from '../scope.ts';
import { readSignIn } from './signInSettings.ts';

/** What somebody must do before they can do anything else; null where there is nothing. */
export async function mustFirst(scope: PersonScope): Promise<'secondFactor' | null> {
  const { secondFactor } = await readSignIn(scope);
  if (secondFactor !== 'everyone') return null;
  const account = await findActive(scope, scope.actor.id);
  // Who they sign on with elsewhere asks for the second factor there.
  const has = account?.secondFactor?.confirmed === true || account?.signsOnAs !== undefined;
  return has ? null : 'secondFactor';
}
