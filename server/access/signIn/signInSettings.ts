import { fromJson } from '../../platform/database/json.ts';
import { kept } from '../../platform/database/kept.ts';
import type { SignInSettings } from '../../../contract/people.ts';
import { findSetting } from '../../platform/settings/queries.ts';

export const SIGN_IN_KEY = 'signIn';

/** Four hours without a word, and a working day with its evening in all. */
const USUAL: SignInSettings = { idleMinutes: 240, wholeHours: 12, secondFactor: 'asWished', signOn: null };

/** How people sign in, as the practice set it; with the secret of a sign-on elsewhere. */
export const readSignIn = kept(['settings'], async (reads): Promise<SignInSettings> => {
  const value = await findSetting(reads, SIGN_IN_KEY);
  return value === undefined ? USUAL : { ...USUAL, ...fromJson<Partial<SignInSettings>>(value) };
});

/** The same, as it is kept, without what the practice is known by elsewhere. */
export function withoutClientSecret(value: string): string {
  const { signOn, ...rest } = fromJson<SignInSettings>(value);
  if (!signOn) return value;
  const { clientSecret: _secret, ...told } = signOn;
  return JSON.stringify({ ...rest, signOn: told });
}
