import type { SignInSettings } from '../../../contract/people.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import { writeSetting } from '../../platform/settings/queries.ts';
import { changing } from '../change.ts';
import type { ChangeServices } from '../change.ts';
import type { PersonScope, Scope } from '../scope.ts';
import { readSignIn, SIGN_IN_KEY } from './signInSettings.ts';

/** How people sign in, without the secret that the practice has elsewhere. */
export async function viewSignIn(scope: Scope): Promise<SignInSettings> {
  const { signOn, ...rest } = await readSignIn(scope);
  if (!signOn) return { ...rest, signOn };
  const { clientSecret, ...told } = signOn;
  return { ...rest, signOn: { ...told, hasSecret: (clientSecret ?? '') !== '' } };
}

/** A secret that is not given stays as it is, where the provider stays. */
export async function changeSignIn(
  services: ChangeServices,
  scope: PersonScope,
  { signOn, ...rest }: SignInSettings,
): Promise<SignInSettings> {
  await changing(services, scope, async ({ tx, scope: inside, audit }) => {
    const before = await readSignIn(inside);
    await writeSetting(tx, SIGN_IN_KEY, {
      ...rest,
      signOn: signOn && { ...withSecret(signOn, before.signOn), issuer: readIssuer(signOn.issuer) },
    });
    await audit('practice.signInChanged', 'practice', 'signIn', { ...rest, issuer: signOn?.issuer ?? null });
  });
  return viewSignIn(scope);
}

type SignOn = NonNullable<SignInSettings['signOn']>;

function withSecret({ hasSecret: _told, ...signOn }: SignOn, before: SignOn | null): SignOn {
  const kept = before?.issuer === signOn.issuer ? before.clientSecret : undefined;
  const clientSecret = signOn.clientSecret ?? kept;
  return { ...signOn, ...(clientSecret === undefined ? {} : { clientSecret }) };
}

function readIssuer(text: string): string {
  const url = URL.canParse(text) ? new URL(text) : undefined;
  const plain = url?.protocol === 'http:' && /^(?:localhost|127\.0\.0\.1|\[::1\])$/.test(url.hostname);
  if (!url || !(url.protocol === 'https:' || plain))
    throw new DomainProblem('badSettings', [
      { code: 'issuerNotAnAddress', value: text },
      { code: 'nothingChanged' },
    ]);
  return text;
}
