import * as oidc from 'openid-client';
import { readingFrom } from '../../platform/database/reads.ts';
import type { Services } from '../../platform/services.ts';
import { personActor } from '../actor.ts';
import { changing } from '../change.ts';
import { listActive, updatePerson } from '../peopleQueries.ts';
import type { Account } from '../peopleQueries.ts';
import { scopedTo } from '../scope.ts';
import type { PersonScope } from '../scope.ts';
import { readSignIn } from './signInSettings.ts';
import { begin } from './signIn.ts';

/** What a sign-on elsewhere must bring back (OpenID Connect Core 1.0 §3.1.2.1, RFC 7636). */
export interface BegunSignOn {
  readonly state: string;
  readonly nonce: string;
  readonly verifier: string;
  /** The page that was asked for. */
  readonly to: string;
}

/** Why a sign-on elsewhere let nobody in. */
export type SignOnFault =
  'off' | 'unreachable' | 'stale' | 'clock' | 'refused' | 'unknown' | 'unproven' | 'failed';

export class SignOnRefused extends Error {
  readonly fault: SignOnFault;

  constructor(fault: SignOnFault, cause?: unknown) {
    super(`sign-on: ${fault}`, { cause });
    this.fault = fault;
  }
}

/** Milliseconds that a provider is waited for. */
const PATIENCE_S = 10;
const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])$/;

async function provider(services: Pick<Services, 'db'>): Promise<oidc.Configuration> {
  const { signOn } = await readSignIn(readingFrom(services.db, {}));
  if (!signOn) throw new SignOnRefused('off');
  const issuer = new URL(signOn.issuer);
  // Without TLS only what runs on this very machine is believed.
  const plain = issuer.protocol === 'http:' && LOOPBACK.test(issuer.hostname);
  const secret = signOn.clientSecret ?? '';
  try {
    const config = await oidc.discovery(
      issuer,
      signOn.clientId,
      undefined,
      secret === '' ? oidc.None() : oidc.ClientSecretPost(secret),
      { timeout: PATIENCE_S, ...(plain ? { execute: [oidc.allowInsecureRequests] } : {}) },
    );
    // The library leaves an ID token's signature to the line it came by (§3.1.3.7); here it is looked at too.
    oidc.enableNonRepudiationChecks(config);
    return config;
  } catch (error) {
    throw new SignOnRefused('unreachable', error);
  }
}

/** Where the browser is sent, and what must come back with it (OpenID Connect Core 1.0 §3.1.2.1, PKCE of RFC 7636). */
export async function beginSignOn(
  services: Pick<Services, 'db'>,
  back: string,
  to: string,
): Promise<{ readonly url: string; readonly begun: BegunSignOn }> {
  const config = await provider(services);
  const begun = {
    state: oidc.randomState(),
    nonce: oidc.randomNonce(),
    verifier: oidc.randomPKCECodeVerifier(),
    // A page of ours alone: `//elsewhere` would be another site's.
    to: /^\/(?![/\\])/.test(to) ? to : '/',
  };
  const url = oidc.buildAuthorizationUrl(config, {
    redirect_uri: back,
    scope: 'openid email profile',
    state: begun.state,
    nonce: begun.nonce,
    code_challenge: await oidc.calculatePKCECodeChallenge(begun.verifier),
    code_challenge_method: 'S256',
  });
  return { url: url.href, begun };
}

/** Lets in whom the provider vouches for, if they are of the practice. Throws {@link SignOnRefused} otherwise. */
export async function finishSignOn(
  services: Services,
  begun: BegunSignOn | undefined,
  answer: URL,
): Promise<PersonScope> {
  if (!begun || answer.searchParams.get('state') !== begun.state) throw new SignOnRefused('stale');
  if (answer.searchParams.has('error')) throw new SignOnRefused('refused');
  const config = await provider(services);
  const claims = await oidc
    .authorizationCodeGrant(config, answer, {
      pkceCodeVerifier: begun.verifier,
      expectedState: begun.state,
      expectedNonce: begun.nonce,
      idTokenExpected: true,
    })
    .then(
      (tokens) => tokens.claims(),
      (error: unknown) => {
        throw new SignOnRefused(faultOf(error), error);
      },
    );
  if (!claims) throw new SignOnRefused('failed');
  const account = await accountOf(services, claims);
  return begin(services, account, account);
}

function faultOf(error: unknown): SignOnFault {
  const { code } = (error ?? {}) as { code?: unknown };
  if (code === 'OAUTH_JWT_TIMESTAMP_CHECK_FAILED') return 'clock';
  return code === 'OAUTH_TIMEOUT' || code === 'UND_ERR_CONNECT_TIMEOUT' ? 'unreachable' : 'failed';
}

/**
 * Whoever the provider knows by `iss` and `sub`, the only pair that is theirs for good (§2). At the first time it is found by
 * its address, which the provider must have proved.
 */
async function accountOf(services: Services, claims: oidc.IDToken): Promise<Account> {
  const people = await listActive(readingFrom(services.db, {}));
  const as = `${claims.iss} ${claims.sub}`;
  const known = people.find(({ signsOnAs }) => signsOnAs === as);
  if (known) return known;
  const email = typeof claims['email'] === 'string' ? claims['email'].toLowerCase() : '';
  const meant = people.find((person) => person.email === email && person.signsOnAs === undefined);
  if (!meant) throw new SignOnRefused('unknown');
  if (claims['email_verified'] !== true) throw new SignOnRefused('unproven');
  const scope = scopedTo(services.db, personActor(meant));
  await changing(services, scope, async ({ tx, audit }) => {
    await updatePerson(tx, meant.id, { signsOnAs: as });
    await audit('person.signedOn', 'person', meant.id, { issuer: claims.iss });
  });
  return { ...meant, signsOnAs: as };
}
