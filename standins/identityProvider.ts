import { createHash, createSign, generateKeyPairSync, randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { readBody } from './textGateway.ts';

/** Somebody who can sign on here. */
export interface KnownPerson {
  readonly subject: string;
  readonly name: string;
  readonly email: string;
  readonly emailVerified: boolean;
}

/** What it does wrong, one thing after the other, for whoever tries how that is borne. */
export type Fault = 'nonce' | 'clock' | 'issuer' | 'signature' | 'denies';

interface Granted {
  readonly person: KnownPerson;
  readonly clientId: string;
  readonly redirect: string;
  readonly nonce: string;
  readonly challenge: string;
}

const KEY_ID = 'standin';
const HOUR_S = 3_600;
const MAX_BODY = 20_000;

const base64url = (value: object): string => Buffer.from(JSON.stringify(value)).toString('base64url');
const escaped = (text: string): string =>
  text.replace(
    /[&<>"]/g,
    (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign,
  );

const answer = (response: ServerResponse, status: number, body: object): void => {
  response.writeHead(status, { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' });
  response.end(JSON.stringify(body));
};

/** The page on which one says who one is. */
function page(url: URL, people: readonly KnownPerson[]): string {
  const lines = people.map(({ subject, name }) => {
    const to = new URL(url);
    to.searchParams.set('as', subject);
    return `<li><a href="${escaped(to.pathname + to.search)}">${escaped(name)}</a></li>`;
  });
  return `<!doctype html><html lang="en"><title>Who are you?</title><h1>Who are you?</h1><ul>${lines.join('')}</ul></html>`;
}

/**
 * A provider of identities as OpenID Connect Core 1.0 describes one (code flow with PKCE alone), on whose page one says who
 * one is by a press: it proves nothing, and stands in for one that does.
 */
export class IdentityProvider {
  readonly #issuer: string;
  readonly #people: readonly KnownPerson[];
  readonly #keys = generateKeyPairSync('rsa', { modulusLength: 2_048 });
  readonly #granted = new Map<string, Granted>();
  #fault: Fault | undefined;

  constructor(issuer: string, people: readonly KnownPerson[]) {
    this.#issuer = issuer;
    this.#people = people;
  }

  /** The next answer has this fault. */
  break(fault: Fault): void {
    this.#fault = fault;
  }

  async take(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const issuer = this.#issuer;
    const url = new URL(request.url ?? '/', issuer);
    switch (url.pathname) {
      case '/.well-known/openid-configuration':
        answer(response, 200, {
          issuer,
          authorization_endpoint: `${issuer}/authorize`,
          token_endpoint: `${issuer}/token`,
          jwks_uri: `${issuer}/keys`,
          response_types_supported: ['code'],
          subject_types_supported: ['public'],
          id_token_signing_alg_values_supported: ['RS256'],
          code_challenge_methods_supported: ['S256'],
        });
        return;
      case '/keys': {
        const key = this.#keys.publicKey.export({ format: 'jwk' });
        answer(response, 200, { keys: [{ ...key, kid: KEY_ID, use: 'sig', alg: 'RS256' }] });
        return;
      }
      case '/authorize':
        this.#authorize(url, response);
        return;
      case '/token':
        this.#token(new URLSearchParams((await readBody(request, MAX_BODY))?.toString('utf8')), response);
        return;
      default:
        answer(response, 404, { error: 'not_found' });
    }
  }

  #authorize(url: URL, response: ServerResponse): void {
    const asked = (name: string): string => url.searchParams.get(name) ?? '';
    const back = new URL(asked('redirect_uri'));
    back.searchParams.set('state', asked('state'));
    const person = this.#people.find(({ subject }) => subject === asked('as'));
    if (this.#fault === 'denies') {
      back.searchParams.set('error', 'access_denied');
      this.#fault = undefined;
    } else if (person) {
      const code = randomBytes(16).toString('hex');
      this.#granted.set(code, {
        person,
        clientId: asked('client_id'),
        redirect: asked('redirect_uri'),
        nonce: asked('nonce'),
        challenge: asked('code_challenge'),
      });
      back.searchParams.set('code', code);
    } else {
      response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' });
      response.end(page(url, this.#people));
      return;
    }
    response.writeHead(302, { Location: back.href });
    response.end();
  }

  #token(form: URLSearchParams, response: ServerResponse): void {
    const code = form.get('code') ?? '';
    const found = this.#granted.get(code);
    this.#granted.delete(code);
    const challenge = createHash('sha256')
      .update(form.get('code_verifier') ?? '')
      .digest('base64url');
    if (found?.challenge !== challenge || found.redirect !== form.get('redirect_uri')) {
      answer(response, 400, { error: 'invalid_grant' });
      return;
    }
    answer(response, 200, {
      access_token: randomBytes(16).toString('hex'),
      token_type: 'Bearer',
      expires_in: HOUR_S,
      id_token: this.#idToken(found),
    });
    this.#fault = undefined;
  }

  #idToken({ person, clientId, nonce }: Granted): string {
    const fault = this.#fault;
    const now = Math.floor(Date.now() / 1_000) - (fault === 'clock' ? 24 * HOUR_S : 0);
    const head = base64url({ alg: 'RS256', kid: KEY_ID, typ: 'JWT' });
    const claims = base64url({
      iss: fault === 'issuer' ? `${this.#issuer}/other` : this.#issuer,
      sub: person.subject,
      aud: clientId,
      iat: now,
      exp: now + HOUR_S,
      nonce: fault === 'nonce' ? 'another' : nonce,
      name: person.name,
      email: person.email,
      email_verified: person.emailVerified,
    });
    const signature = createSign('RSA-SHA256').update(`${head}.${claims}`).sign(this.#keys.privateKey);
    if (fault === 'signature') signature.reverse();
    return `${head}.${claims}.${signature.toString('base64url')}`;
  }
}
