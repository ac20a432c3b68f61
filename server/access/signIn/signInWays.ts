import type { SignInSettings, SignInWays } from '../../../contract/people.ts';
import type { Database } from '../../platform/database/openDatabase.ts';
import { readingFrom } from '../../platform/database/reads.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { readSignIn } from './signInSettings.ts';

/** How long sessions last. */
export const sessionLimits = (db: Database): Promise<SignInSettings> => readSignIn(readingFrom(db, {}));

/** What whoever is not signed in may know of how to. */
export async function signInWays(db: Database): Promise<SignInWays> {
  const reads = readingFrom(db, {});
  const { signOn } = await readSignIn(reads);
  return { signOn: signOn?.label ?? null, resets: (await readSettings(reads)).practiceEmail !== '' };
}
