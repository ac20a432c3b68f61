import { createServer } from 'node:http';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { IdentityProvider } from '../../../standins/identityProvider.ts';
import type { Fault } from '../../../standins/identityProvider.ts';
import { openPractice, serve } from '../../app/tests/practice.ts';
import type { Client, TestPractice } from '../../app/tests/practice.ts';
import { writeSetting } from '../../platform/settings/queries.ts';
import { SIGN_IN_KEY } from './signInSettings.ts';

const DOMAIN = 'tidewell-roe.example';
const PEOPLE = [
  { subject: 's-maud', name: 'Maud Tidewell', email: `Maud@${DOMAIN}`, emailVerified: true },
  { subject: 's-petra', name: 'Petra Lindqvist', email: `petra@${DOMAIN}`, emailVerified: false },
  { subject: 's-nobody', name: 'Nobody of ours', email: 'nobody@elsewhere.example', emailVerified: true },
];

let services: TestPractice;
let client: Client;
let provider: IdentityProvider;
let listening: Server;

beforeAll(async () => {
  services = await openPractice({});
  client = await serve(services);
  listening = createServer((request, response) => void provider.take(request, response));
  await new Promise<void>((done) => {
    listening.listen(0, '127.0.0.1', done);
  });
  const issuer = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
  provider = new IdentityProvider(issuer, PEOPLE);
  await services.write((tx) =>
    writeSetting(tx, SIGN_IN_KEY, { signOn: { label: 'The office', issuer, clientId: 'officium' } }),
  );
}, 60_000);
afterAll(async () => {
  listening.close();
  await client.close();
  await services.close();
});

/** Follows a redirect as a browser does: by hand, so that each step is seen. */
async function step(url: string): Promise<string> {
  const answer = await fetch(url, { redirect: 'manual', headers: { Cookie: client.cookie() } });
  return answer.headers.get('location') ?? '';
}

async function goTo(to = '/matters'): Promise<URL> {
  const begun = await client.call('GET', `/sign-on?to=${encodeURIComponent(to)}`, undefined, {});
  return new URL(begun.headers.get('location') ?? '');
}

/** Signs on as somebody; gives where the browser ends. */
async function signOnAs(
  subject: string,
  { to, fault }: { to?: string; fault?: Fault } = {},
): Promise<string> {
  const url = await goTo(to);
  url.searchParams.set('as', subject);
  if (fault) provider.break(fault);
  const back = new URL(await step(url.href));
  const answer = await client.call('GET', back.pathname.replace('/api/v1', '') + back.search);
  return answer.headers.get('location') ?? '';
}

const whoIsIn = async (): Promise<unknown> => (await client.call('GET', '/session')).json.user?.name;

describe('signing on elsewhere', () => {
  it('lets in whom the provider vouches for, by their proven address at first and by their subject from then on', async () => {
    expect(await signOnAs('s-maud', { to: '/matters' })).toBe('/matters');
    expect(await whoIsIn()).toBe('Maud Tidewell');
    await services
      .db('people')
      .where({ id: 'person-maud' })
      .update({ email: `principal@${DOMAIN}` });
    await client.call('DELETE', '/session');
    expect(await signOnAs('s-maud')).toBe('/matters');
    expect(await whoIsIn()).toBe('Maud Tidewell');
    await client.call('DELETE', '/session');
  });

  it.each([
    ['somebody who is not of the practice', 's-nobody', 'unknown'],
    ['an address that the provider has not proved', 's-petra', 'unproven'],
  ])('keeps out %s', async (_what, subject, fault) => {
    expect(await signOnAs(subject)).toBe(`/?sign-on=${fault}`);
    expect(await whoIsIn()).toBeUndefined();
  });

  it.each<[Fault, string]>([
    ['nonce', 'failed'],
    ['clock', 'clock'],
    ['issuer', 'failed'],
    ['signature', 'failed'],
    ['denies', 'refused'],
  ])('keeps out whoever comes with a wrong %s', async (fault, told) => {
    expect(await signOnAs('s-maud', { fault })).toBe(`/?sign-on=${told}`);
    expect(await whoIsIn()).toBeUndefined();
  });

  it('takes no answer that was not asked for, and none twice', async () => {
    const url = await goTo();
    url.searchParams.set('as', 's-maud');
    const back = new URL(await step(url.href));
    back.searchParams.set('state', 'another');
    const forged = await client.call('GET', back.pathname.replace('/api/v1', '') + back.search);
    expect(forged.headers.get('location')).toBe('/?sign-on=stale');
  });

  it('leads to no other site, and says when the provider cannot be reached', async () => {
    expect(await signOnAs('s-maud', { to: '//elsewhere.example/' })).toBe('/');
    await client.call('DELETE', '/session');
    await services.write((tx) =>
      writeSetting(tx, SIGN_IN_KEY, {
        signOn: { label: 'Gone', issuer: 'http://127.0.0.1:1', clientId: 'officium' },
      }),
    );
    const begun = await client.call('GET', '/sign-on');
    expect(begun.headers.get('location')).toBe('/?sign-on=unreachable');
  });
});
