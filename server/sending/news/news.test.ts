import { beforeEach, describe, expect, it } from 'vitest';
import { useDesk } from '../../app/tests/desk.ts';
import { ACCEPTS, runOnce } from '../../app/tests/practice.ts';
import type { Transport } from '../transports/transport.ts';
import { wakeRound } from '../rounds/roundWork.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const HTTPS = 'https://answers.tidewell-roe.example';

let person: { id: string; name: string };
beforeEach(async () => {
  [person] = (await call('GET', '/contacts?query=okafor')).json.items;
  Object.assign(desk.services.config, { answerUrl: HTTPS });
});

/** Sends good wishes, which the demo's practice calls news, as a round; gives the message's bytes. */
async function wishes(templateId = 'template-birthday'): Promise<string> {
  const set = { contactIds: [person.id] };
  const { id } = (await call('POST', '/rounds', { templateId, set })).json;
  await wakeRound(desk.services, id);
  for (const { kind } of (await call('GET', `/rounds/${id}`)).json.kinds)
    await call('PATCH', `/rounds/${id}`, { ignore: kind });
  expect((await call('POST', `/rounds/${id}/send`, {})).status).toBe(202);
  await wakeRound(desk.services, id);
  const now = desk.services.now();
  desk.services.now = () => now + 600_000;
  let sent = '';
  const host: Transport = {
    send: async (envelope, bytes, begin) => {
      sent = bytes.toString('latin1');
      return ACCEPTS.send(envelope, bytes, begin);
    },
  };
  await runOnce(desk.services, host);
  desk.services.now = () => now;
  return sent.replace(/\r\n[ \t]/g, ' ').replace(/=\r\n/g, '');
}

const secretIn = (eml: string): string => /\/n\/([\w-]{22})/.exec(eml)?.[1] ?? '';
const outside = (method: string, path: string, init: RequestInit = {}) =>
  fetch(`${desk.client.origin}${path}`, { method, ...init });
const declined = async (): Promise<string[]> =>
  (await call('GET', `/contacts/${person.id}`)).json.contact.noRounds;

describe('a round of news', () => {
  it('says in its header and below its words how to have no more of it (RFC 2369, RFC 8058)', async () => {
    const eml = await wishes();
    expect(eml).toMatch(/^List-Unsubscribe: <https:\/\/answers\.tidewell-roe\.example\/n\/[\w-]{22}>\r$/m);
    expect(eml).toMatch(/^List-Unsubscribe-Post: List-Unsubscribe=One-Click\r$/m);
    expect(eml.split(secretIn(eml))).toHaveLength(4);
    // What is kept opens nothing.
    const [{ hash }] = await desk.services.db('news_links').orderBy('made_utc', 'desc').limit(1);
    expect(hash).not.toContain(secretIn(eml));
  });

  it('promises one press only where its address is reached over HTTPS', async () => {
    Object.assign(desk.services.config, { answerUrl: 'http://localhost:4100' });
    const eml = await wishes();
    expect(eml).toMatch(/^List-Unsubscribe: <http:/m);
    expect(eml).not.toMatch(/^List-Unsubscribe-Post/m);
  });

  it('carries nothing of it where the practice has no address for people outside', async () => {
    Object.assign(desk.services.config, { answerUrl: undefined });
    expect(await wishes()).not.toMatch(/unsubscribe|\/n\//i);
  });
});

describe('the address in it', () => {
  it('asks a person for one press, and changes nothing by being looked at', async () => {
    const page = await outside('GET', `/n/${secretIn(await wishes())}`);
    const html = await page.text();
    expect([page.status, await declined()]).toEqual([200, []]);
    expect(html).toContain('No more “Good wishes”');
    expect(html).not.toContain(person.name);
    expect(page.headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(page.headers.get('referrer-policy')).toBe('no-referrer');
    expect(page.headers.get('x-robots-tag')).toContain('noindex');
    expect(page.headers.get('set-cookie')).toBeNull();
  });

  it('takes the request of a mail program, from anywhere and as often as it likes', async () => {
    const secret = secretIn(await wishes());
    for (let times = 0; times < 2; times += 1) {
      const answer = await outside('POST', `/n/${secret}`, {
        headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
        body: 'List-Unsubscribe=One-Click',
      });
      expect(answer.status).toBe(200);
    }
    expect(await declined()).toEqual(['Good wishes']);
    const again = (
      await call('POST', '/rounds', {
        templateId: 'template-birthday',
        set: { contactIds: [person.id] },
      })
    ).json;
    await wakeRound(desk.services, again.id);
    expect((await call('GET', `/rounds/${again.id}`)).json.kinds).toEqual([
      { group: 'out', kind: 'wantsNone', count: 1 },
    ]);
  });

  it.each(['AAAAAAAAAAAAAAAAAAAAAA', 'x', '%2e%2e', 'a'.repeat(5_000)])(
    'that is forged leads nowhere: %.30s',
    async (secret) => {
      for (const method of ['GET', 'POST']) {
        const answer = await outside(method, `/n/${secret}`);
        expect([404, 400, 414, 431]).toContain(answer.status);
        expect(await answer.text()).not.toContain('Good wishes');
      }
    },
  );
});
