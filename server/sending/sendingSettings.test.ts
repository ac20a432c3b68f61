import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { mailHosts } from '../platform/mail/mailHosts.ts';
import { learnHostLimit } from '../platform/mail/hostLimitQueries.ts';
import { readMailHosts } from '../platform/mail/mailHostQueries.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
}, 60_000);
beforeEach(() => client.signIn('idris@tidewell-roe.example'));
afterAll(async () => {
  await client.close();
  await services.close();
});

const HOST = {
  key: 'accounts-host',
  host: 'mail.tidewell-roe.example',
  port: 587,
  security: 'starttls',
  user: 'accounts',
  password: 'low water at ten',
  hasPassword: false,
  carries: ['Accounts@tidewell-roe.example'],
  perMinute: 30,
};

const sending = async () => (await client.call('GET', '/practice/sending')).json;

describe('whom mail goes out under, and when', () => {
  it('is kept as it was given', async () => {
    const before = await sending();
    const changed = {
      ...before,
      senders: [
        ...before.senders,
        { key: 'certificates', name: 'Certificates', address: 'cert@tidewell-roe.example' },
      ],
      workingHours: { fromMinute: 480, untilMinute: 960 },
      holdSeconds: 30,
    };
    expect((await client.call('PATCH', '/practice/sending', changed)).json).toEqual({
      ...changed,
      revision: expect.any(String),
    });
    expect(await sending()).toMatchObject({
      ...changed,
      revision: expect.not.stringContaining(before.revision),
    });
    expect((await client.call('GET', '/session')).json.holdSeconds).toBe(30);
  });

  it.each([
    ['an address that is none', { senders: [{ key: 'x', name: 'X', address: 'no address' }] }],
    [
      'two senders of one key',
      {
        senders: [
          { key: 'x', name: 'X', address: 'x@x.example' },
          { key: 'x', name: 'Y', address: 'y@x.example' },
        ],
      },
    ],
    ['a day that ends before it begins', { workingHours: { fromMinute: 900, untilMinute: 600 } }],
    ['a time zone that is none', { timeZone: 'Europe/Port_Sennet' }],
  ])('refuses %s, and changes nothing', async (_what, change) => {
    const before = await sending();
    const { status, json } = await client.call('PATCH', '/practice/sending', { ...before, ...change });
    expect([status, json.because]).toEqual([422, [expect.anything(), { code: 'nothingChanged' }]]);
    expect(await sending()).toEqual(before);
  });

  it('serves templates: what goes out under a sender of the practice’s own', async () => {
    const { items } = (await client.call('GET', '/matters?query=SV-2041')).json;
    const started = await client.call('POST', `/matters/${items[0].id}/messages`, {});
    const { id } = started.json;
    const setSender = async (sender: string) =>
      services
        .db('messages')
        .where({ id })
        .update({
          send_options: JSON.stringify({
            ...JSON.parse((await services.db('messages').where({ id }).first()).send_options),
            sender,
          }),
        });
    await setSender('sender:accounts');
    const under = (await client.call('GET', `/messages/${id}`)).json;
    expect(under.from).toMatchObject({ address: 'accounts@tidewell-roe.example' });
    // One that the practice no longer has keeps it from going, rather than that it goes under another.
    await setSender('sender:gone');
    const gone = (await client.call('GET', `/messages/${id}`)).json;
    expect(gone.notes.map(({ code }: { code: string }) => code)).toContain('noSender');
    const tried = await client.call('POST', `/messages/${id}/test`);
    expect([tried.status, tried.json.code]).toEqual([422, 'notesStop']);
  });
});

describe('settings that two people change', () => {
  it.each([
    ['/practice', (now: { readonly name: string }) => ({ name: `${now.name} & Partners` })],
    ['/practice/sending', () => ({ holdSeconds: 15 })],
    ['/practice/mail-hosts', () => ({ hosts: [HOST] })],
  ] as const)('%s: the later is told, and nothing of the earlier is lost', async (path, change) => {
    const { fromOutside: _not, ...opened } = (await client.call('GET', path)).json;
    const first = await client.call('PATCH', path, { ...opened, ...change(opened) });
    expect([first.status, first.json.revision]).toEqual([200, expect.not.stringContaining(opened.revision)]);
    const late = await client.call('PATCH', path, opened);
    expect([late.status, late.json.code]).toEqual([409, 'settingsChanged']);
    expect((await client.call('GET', path)).json).toEqual(first.json);
    const { fromOutside: _gone, ...now } = first.json;
    expect((await client.call('PATCH', path, now)).status).toBe(200);
  });
});

describe('mail servers', () => {
  it('are kept, serve from then on, and never give a password away', async () => {
    const { json, bytes } = await client.call('PATCH', '/practice/mail-hosts', { hosts: [HOST] });
    expect(json.hosts).toMatchObject([
      { key: 'accounts-host', hasPassword: true, carries: ['accounts@tidewell-roe.example'] },
    ]);
    expect(bytes.toString('utf8')).not.toContain('low water');
    expect((await mailHosts(services, services.everything))[0]).toMatchObject({
      host: HOST.host,
      password: HOST.password,
    });
    expect(json.fromOutside).toHaveLength(1);
  });

  it('keep their password while host and name stay, and only then', async () => {
    await client.call('PATCH', '/practice/mail-hosts', { hosts: [HOST] });
    const { password: _old, ...kept } = { ...HOST, hasPassword: true };
    const again = await client.call('PATCH', '/practice/mail-hosts', { hosts: [{ ...kept, port: 465 }] });
    expect(again.status).toBe(200);
    expect((await readMailHosts(services.everything))[0]).toMatchObject({
      port: 465,
      password: HOST.password,
    });
    const moved = await client.call('PATCH', '/practice/mail-hosts', {
      hosts: [{ ...kept, host: 'mail.elsewhere.example' }],
    });
    expect(moved).toMatchObject({ status: 422, json: { because: [{ code: 'passwordNeeded' }, {}] } });
    const asked = await client.call('POST', '/practice/mail-hosts/try', {
      ...kept,
      host: 'mail.elsewhere.example',
    });
    expect(asked.status).toBe(422);
  });

  it.each([
    ['a password that all could read', { security: 'none' }, 'passwordInTheClear'],
    ['what is neither address nor domain', { carries: ['accounts'] }, 'notAddressOrDomain'],
    ['a name without a password', { password: undefined, key: 'new-one' }, 'passwordNeeded'],
  ])('refuse %s', async (_what, change, code) => {
    const { status, json } = await client.call('PATCH', '/practice/mail-hosts', {
      hosts: [{ ...HOST, ...change }],
    });
    expect([status, json.because[0].code]).toEqual([422, code]);
  });

  it('are tried without anything being sent', async () => {
    const { status, json } = await client.call('POST', '/practice/mail-hosts/try', {
      ...HOST,
      host: '127.0.0.1',
      port: 1,
    });
    expect([status, json.reached]).toEqual([200, false]);
  });

  it('are each held to what they said they take, and to nobody else’s', async () => {
    await client.call('PATCH', '/practice/mail-hosts', { hosts: [HOST] });
    const { items } = (await client.call('GET', '/matters?query=SV-2041')).json;
    const { id } = (await client.call('POST', `/matters/${items[0].id}/messages`, {})).json;
    const limitUnder = async (sender: string | null): Promise<number> =>
      (await client.call('PATCH', `/messages/${id}`, { sender })).json.limitBytes;
    expect(await limitUnder('sender:accounts')).toBe(25_000_000);

    await services.write((tx) => learnHostLimit(tx, { host: `${HOST.host}:${HOST.port}`, bytes: 5_000_000 }));
    await services.write((tx) => learnHostLimit(tx, { host: '127.0.0.1:4125', bytes: 90_000_000 }));
    expect(await limitUnder('sender:accounts')).toBe(5_000_000);
    // The practice's own limit is the smaller here.
    expect(await limitUnder(null)).toBe(25_000_000);
    await services.write((tx) => learnHostLimit(tx, { host: '127.0.0.1:4125', bytes: 9_000_000 }));
    expect([await limitUnder(null), await limitUnder('sender:accounts')]).toEqual([9_000_000, 5_000_000]);
  });
});
