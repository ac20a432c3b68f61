import { generate } from 'otplib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW, openPractice, serve } from '../../app/tests/practice.ts';
import type { Answer, Client, TestPractice } from '../../app/tests/practice.ts';
import { hashPassword } from '../passwords.ts';
import { writeSetting } from '../../platform/settings/queries.ts';
import type { HouseMail } from '../services.ts';
import { SIGN_IN_KEY } from '../signIn/signInSettings.ts';

const DOMAIN = 'tidewell-roe.example';
const OWN = 'seven brass lanterns over water';
const NEXT = 'no herring before the ferry leaves';

let services: TestPractice;
let idris: Client;
const mails: HouseMail[] = [];
let mailGoes = true;
const others: Client[] = [];

/** Another browser. */
async function browser(): Promise<Client> {
  const client = await serve(services);
  others.push(client);
  return client;
}

beforeAll(async () => {
  const practice = await openPractice({});
  services = Object.assign(practice, {
    mailHouse: (_scope: unknown, mail: HouseMail) => {
      mails.push(mail);
      return Promise.resolve(mailGoes);
    },
  });
  await services
    .db('people')
    .where({ id: 'person-idris' })
    .update({ password_hash: await hashPassword(OWN) });
  idris = await browser();
  expect((await idris.signIn(`idris@${DOMAIN}`, OWN)).status).toBe(200);
}, 60_000);
afterAll(async () => {
  for (const client of others) await client.close();
  await services.close();
});

let made = 0;
async function newcomer(role = 'assistant'): Promise<{ id: string; email: string }> {
  made += 1;
  const email = `newcomer${made}@${DOMAIN}`;
  const { status, json } = await idris.call('POST', '/people', { name: `New ${made}`, email, role });
  expect(status).toBe(201);
  return { id: json.id, email };
}

const tokenOf = ({ json }: Answer): string => String(json.url).split('/').at(-1) ?? '';
const invite = (id: string): Promise<Answer> => idris.call('POST', `/people/${id}/invitation`);

/** Somebody who came by their link, with a password of their own. */
async function arrived(role?: string): Promise<{ id: string; email: string; client: Client }> {
  const person = await newcomer(role);
  const client = await browser();
  const token = tokenOf(await invite(person.id));
  expect((await client.call('POST', `/password-links/${token}`, { password: NEXT })).json).toEqual({
    signedIn: true,
  });
  return { ...person, client };
}

describe('somebody who is invited', () => {
  it('is told by mail, chooses a password by the link, and is in', async () => {
    const { id, email } = await newcomer();
    const invitation = await invite(id);
    expect(invitation).toMatchObject({ status: 201, json: { sent: true, endsAtUtc: NOW + 7 * 86_400_000 } });
    expect(mails.at(-1)).toMatchObject({ to: { address: email } });
    expect(mails.at(-1)?.text).toContain(invitation.json.url);
    const client = await browser();
    const link = `/password-links/${tokenOf(invitation)}`;
    expect((await client.call('GET', link)).json).toMatchObject({ kind: 'invitation', email });
    expect((await client.call('POST', link, { password: NEXT })).status).toBe(200);
    expect((await client.call('GET', '/session')).json.user).toMatchObject({ id, role: 'assistant' });
    expect((await (await browser()).signIn(email, NEXT)).status).toBe(200);
  });

  it('is shown the link to copy where no mail goes', async () => {
    mailGoes = false;
    const { id } = await newcomer();
    expect((await invite(id)).json).toMatchObject({ sent: false, url: expect.stringContaining('/welcome/') });
    mailGoes = true;
  });

  it('uses a link once, the newest alone, and only while it holds', async () => {
    const { id } = await newcomer();
    const first = tokenOf(await invite(id));
    const second = tokenOf(await invite(id));
    const client = await browser();
    const use = (token: string) => client.call('POST', `/password-links/${token}`, { password: NEXT });
    expect((await use(first)).status).toBe(410);
    expect((await use(second)).status).toBe(200);
    expect((await use(second)).json.because).toEqual([{ code: 'linkUsed' }]);
    const late = tokenOf(await invite(id));
    services.now = () => NOW + 8 * 86_400_000;
    expect((await use(late)).json.because).toEqual([{ code: 'linkEnded' }]);
    services.now = () => NOW;
    expect((await use('a'.repeat(43))).json.code).toBe('linkOver');
    expect(JSON.stringify(await services.db('person_links'))).not.toContain(late);
  });

  it.each([
    ['short', 'low water'],
    ['among the common ones', 'passwordpassword'],
    ['a row of keys', 'qwertyuiopasdfgh'],
    ['made of one’s own name', 'idrisquilltidewell'],
  ])('may not choose a password that is %s', async (_what, password) => {
    const refused = await idris.call('POST', '/profile/password', { current: OWN, password });
    expect([refused.status, refused.json.code]).toEqual([422, 'badPassword']);
  });
});

describe('people', () => {
  it('are told to everybody, how they sign in to administrators alone', async () => {
    const { client } = await arrived('reader');
    const [asReader] = (await client.call('GET', '/people')).json.items;
    expect(asReader).toMatchObject({ name: 'Maud Tidewell', account: null });
    const [asAdministrator] = (await idris.call('GET', '/people')).json.items;
    expect(asAdministrator.account).toMatchObject({ hasPassword: false, secondFactor: false });
  });

  it.each<[string, object, string]>([
    ['an address that is none', { email: 'half@' }, 'notAnAddress'],
    ['somebody else’s address', { email: `MAUD@${DOMAIN}` }, 'addressOfAnother'],
  ])('are refused with %s', async (_what, change, code) => {
    const { id } = await newcomer();
    expect((await idris.call('PATCH', `/people/${id}`, change)).json.because[0].code).toBe(code);
  });

  it('always have an administrator', async () => {
    for (const change of [{ role: 'reader' }, { gone: true }]) {
      const refused = await idris.call('PATCH', '/people/person-idris', change);
      expect([refused.status, refused.json.because[0]]).toEqual([
        422,
        { code: 'lastAdministrator', name: 'Idris Quill' },
      ]);
    }
  });

  it('may do what they are given besides, from the next request on', async () => {
    const { id, client } = await arrived('assistant');
    const [template] = (await client.call('GET', '/templates')).json.items;
    const approve = () => client.call('POST', `/templates/${template.id}/standing`, { standing: 'approved' });
    expect((await approve()).json.because[0].code).toBe('approvingNotYours');
    await idris.call('PATCH', `/people/${id}`, { rights: ['approve'] });
    expect((await approve()).status).toBe(200);
    await idris.call('PATCH', `/people/${id}`, { role: 'reader', rights: [] });
    expect((await client.call('POST', '/contacts', {})).json.code).toBe('readOnly');
  });

  it('who leave keep their name on what they did, hand on their work, and are signed out at once', async () => {
    const { id, email, client } = await arrived('practitioner');
    const [matter] = (await client.call('GET', '/matters')).json.items;
    await services.db('matters').where({ id: matter.id }).update({ responsible_id: id });
    const alone = await idris.call('PATCH', `/people/${id}`, { gone: true });
    expect(alone.json.because[0].code).toBe('workNotHandedOn');
    const left = await idris.call('PATCH', `/people/${id}`, { gone: true, handOverTo: 'person-petra' });
    expect(left.json).toMatchObject({ gone: true, account: { hasPassword: false } });
    expect((await services.db('matters').where({ id: matter.id }).first()).responsible_id).toBe(
      'person-petra',
    );
    expect((await client.call('GET', '/matters')).json.code).toBe('notSignedIn');
    expect((await client.signIn(email, NEXT)).status).toBe(401);
    const record = (await idris.call('GET', `/matters/${matter.id}/record`)).json;
    expect(record.people.map((one: { id: string }) => one.id)).not.toContain(id);
    expect((await idris.call('GET', `/people/${id}`)).json.name).toMatch(/^New/);
  });
});

describe('signing in', () => {
  it('asks for the code of a second factor, and takes none twice', async () => {
    const { email, client } = await arrived();
    const { secret, picture } = (await client.call('POST', '/profile/second-factor')).json;
    expect(picture).toMatch(/^data:image\/svg/);
    const codeAt = (utc: number) => generate({ secret, epoch: Math.floor(utc / 1_000) });
    const confirm = (code: string) => client.call('POST', '/profile/second-factor/confirmation', { code });
    expect((await confirm('000000')).json.because[0].code).toBe('codeNotRight');
    const { recoveryCodes } = (await confirm(await codeAt(NOW))).json;
    expect(recoveryCodes).toHaveLength(10);
    const other = await browser();
    expect((await other.signIn(email, NEXT)).json.code).toBe('secondFactorNeeded');
    expect((await other.signIn(email, NEXT, await codeAt(NOW))).status).toBe(401);
    services.now = () => NOW + 60_000;
    expect((await other.signIn(email, NEXT, await codeAt(NOW + 60_000))).status).toBe(200);
    expect((await other.signIn(email, NEXT, recoveryCodes[0])).status).toBe(200);
    expect((await other.signIn(email, NEXT, recoveryCodes[0])).status).toBe(401);
    services.now = () => NOW;
    expect(JSON.stringify(await services.db('people'))).not.toContain(recoveryCodes[1].replace('-', ''));
  });

  it('comes to nothing else where the practice asks for a second factor and there is none', async () => {
    const { client } = await arrived();
    const settings = (await idris.call('GET', '/practice/sign-in')).json;
    expect(
      (await idris.call('PATCH', '/practice/sign-in', { ...settings, secondFactor: 'everyone' })).status,
    ).toBe(200);
    expect((await client.call('GET', '/session')).json.first).toBe('secondFactor');
    expect((await client.call('GET', '/matters')).json.code).toBe('secondFactorFirst');
    const { secret } = (await client.call('POST', '/profile/second-factor')).json;
    await client.call('POST', '/profile/second-factor/confirmation', {
      code: await generate({ secret, epoch: Math.floor(NOW / 1_000) }),
    });
    expect((await client.call('GET', '/matters')).status).toBe(200);
    await services.write((tx) => writeSetting(tx, SIGN_IN_KEY, settings));
  });

  it('keeps whoever guesses out, and nobody else', async () => {
    const { email } = await arrived();
    const guess = await browser();
    for (let n = 0; n < 10; n += 1) expect((await guess.signIn(email, `guess ${n}`)).status).toBe(401);
    expect((await guess.signIn(email, NEXT)).json.code).toBe('tooManyTries');
    const { email: neighbour } = await arrived();
    expect((await guess.signIn(neighbour, NEXT)).status).toBe(200);
    expect(await services.db('audit_events').where({ what: 'session.refused' })).not.toHaveLength(0);
    services.now = () => NOW + 16 * 60_000;
    expect((await guess.signIn(email, NEXT)).status).toBe(200);
    services.now = () => NOW;
  });

  it('is over without use, and after a day’s work in all', async () => {
    const { client } = await arrived();
    const { client: idle } = await arrived();
    const at = async (hours: number) => {
      services.now = () => NOW + hours * 3_600_000;
      return (await client.call('GET', '/profile')).status;
    };
    expect([await at(3), await at(6), await at(9), await at(11.9), await at(12.1)]).toEqual([
      200, 200, 200, 200, 401,
    ]);
    services.now = () => NOW + 3 * 3_600_000;
    expect((await idle.call('GET', '/profile', undefined, { 'Officium-Unasked': '1' })).status).toBe(200);
    services.now = () => NOW + 4.1 * 3_600_000;
    expect((await idle.call('GET', '/profile')).status).toBe(401);
    services.now = () => NOW;
  });
});

describe('one’s own profile', () => {
  it('keeps what one is called and how one likes the application', async () => {
    const { client } = await arrived();
    const changed = await client.call('PATCH', '/profile', {
      name: 'Nell Harrow',
      phone: '01632 960123',
      colours: 'dark',
      keys: false,
      writers: ['person-maud'],
    });
    expect(changed.json).toMatchObject({ name: 'Nell Harrow', colours: 'dark', keys: false });
    expect((await client.call('PATCH', '/profile', { position: 'Clerk' })).json).toMatchObject({
      colours: 'dark',
      position: 'Clerk',
      writers: ['person-maud'],
    });
    expect((await client.call('PATCH', '/profile', { writers: ['nobody'] })).status).toBe(422);
    expect((await client.call('PATCH', '/profile', { role: 'administrator' })).status).toBe(400);
  });

  it('shows where one is signed in, and ends it from there; a new password ends all others', async () => {
    const { email, client } = await arrived();
    const [phone, tablet] = [await browser(), await browser()];
    await phone.signIn(email, NEXT);
    await tablet.signIn(email, NEXT);
    const { items } = (await client.call('GET', '/profile/sessions')).json;
    expect(items).toHaveLength(3);
    const here = items.filter((one: { here: boolean }) => one.here);
    expect(here).toHaveLength(1);
    const [elsewhere] = items.filter((one: { here: boolean }) => !one.here);
    expect((await idris.call('DELETE', `/profile/sessions/${elsewhere.id}`)).status).toBe(404);
    expect((await client.call('DELETE', `/profile/sessions/${elsewhere.id}`)).status).toBe(200);
    const wrong = await client.call('POST', '/profile/password', { current: 'no', password: OWN });
    expect(wrong.json.because[0].code).toBe('currentNotRight');
    expect((await client.call('POST', '/profile/password', { current: NEXT, password: OWN })).status).toBe(
      200,
    );
    expect((await client.call('GET', '/profile')).status).toBe(200);
    const left = [
      (await phone.call('GET', '/profile')).status,
      (await tablet.call('GET', '/profile')).status,
    ];
    expect(left).toEqual([401, 401]);
  });

  it('gets a link to a new password, and says nothing of addresses that are none of ours', async () => {
    const { email } = await arrived();
    const stranger = await browser();
    const ask = (of: string) => stranger.call('POST', '/password-links', { email: of });
    const before = mails.length;
    expect([(await ask(email)).status, (await ask('nobody@x.example')).status]).toEqual([202, 202]);
    await expect.poll(() => mails.length).toBe(before + 1);
    const token = /\/welcome\/(\S+)/.exec(mails.at(-1)?.text ?? '')?.[1] ?? '';
    expect((await stranger.call('GET', `/password-links/${token}`)).json.kind).toBe('reset');
    expect((await stranger.call('POST', `/password-links/${token}`, { password: OWN })).status).toBe(200);
    expect((await stranger.signIn(email, NEXT)).status).toBe(401);
  });
});
