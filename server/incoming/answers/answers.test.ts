import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { PDF, useAsking } from '../../app/tests/asking.ts';
import { hashOfSecret } from '../../platform/secretAddress.ts';

const asked = useAsking();
const { desk, call, ask, asking, outside, answer, leave } = asked;

describe('an answer page', () => {
  it('shows what the message asks, and nothing else of the matter', async () => {
    const { path } = await ask();
    const page = await outside(path);
    const html = await page.text();
    expect(page.status).toBe(200);
    expect(html).toContain('Which day suits you?');
    expect(html).toContain('Monday 14 December');
    expect(html).not.toContain('SV-2041');
    expect(html).not.toMatch(/<script/i);
    // One request is all of it, and a small one.
    expect(html).not.toMatch(/<link|\ssrc=/i);
    expect(gzipSync(html).length).toBeLessThan(40_000);
    expect(page.headers.get('referrer-policy')).toBe('no-referrer');
    expect(page.headers.get('set-cookie')).toBeNull();
  });

  it('files what comes back, with its files as documents, and confirms it', async () => {
    const { path } = await ask();
    asked.mail.length = 0;
    const answered = await answer(path, { day: '2026-12-14' }, PDF);
    expect([answered.status, await answered.text()]).toEqual([200, expect.stringContaining('Thank you')]);
    const [{ id }] = await desk.services
      .db('entries')
      .where({ matter_id: desk.matterId, channel: 'answer' })
      .orderBy('seq', 'desc');
    const entry = (await call('GET', `/correspondence/${id}`)).json;
    expect([entry.direction, entry.from.name]).toEqual(['in', expect.stringMatching(/\w/)]);
    expect(entry.text).toContain('Which day suits you?\nMonday 14 December 2026');
    const documents = (await call('GET', `/matters/${desk.matterId}/documents`)).json.items;
    expect(documents.map(({ fileName }: { fileName: string }) => fileName)).toContain('terms.pdf');
    await leave();
    expect(asked.mail.join('\n')).toMatch(/^Auto-Submitted: auto-generated\r$/m);
    expect(asked.mail.join('\n')).toContain('Monday 14 December 2026');
    const [kept] = await desk.services.db('offered_values');
    expect(JSON.parse(kept.offered)).toMatchObject({ to: 'date', key: 'surveyDay', date: '2026-12-14' });
  });

  it('says what needs another look, keeps what was written, and files nothing', async () => {
    const { path } = await ask();
    const before = await desk.services.db('entries').count({ n: '*' });
    const evil = new File(['<script>alert(1)</script>'], 'terms.html');
    const answered = await answer(path, { day: '2030-01-01"><b>' }, evil);
    const html = await answered.text();
    expect(answered.status).toBe(422);
    expect(html).toContain('Please choose one of these.');
    expect(html).toContain('This kind of file cannot be taken.');
    expect(html).not.toContain('"><b>');
    expect(await desk.services.db('entries').count({ n: '*' })).toEqual(before);
  });

  it('takes a correction as a further entry, and two at once as one', async () => {
    const { path } = await ask();
    const hash = hashOfSecret(path.slice('/a/'.length));
    const { id: page_id } = await desk.services.db('answer_pages').where({ hash }).first();
    const entries = async () =>
      Number((await desk.services.db('entries').where({ channel: 'answer' }).count({ n: '*' }))[0]?.n);
    const send = (day: string) => answer(path, { day });
    await Promise.all([send('2026-12-10'), send('2026-12-10')]);
    const first = await entries();
    expect([1, 2]).toContain(first);
    await send('2026-12-14');
    expect(await entries()).toBe(first + 1);
    const open = await desk.services.db('offered_values').where({ page_id, state: 'open' });
    expect(open).toHaveLength(1);
  });

  it('that fifty answer at once keeps each whole, and no more than a page takes', async () => {
    const { path } = await ask();
    const entries = async () =>
      Number((await desk.services.db('entries').where({ channel: 'answer' }).count({ n: '*' }))[0]?.n);
    const before = await entries();
    const given = await Promise.all(Array.from({ length: 50 }, () => answer(path, { day: '2026-12-14' })));
    const taken = given.filter(({ status }) => status === 200).length;
    expect(given.every(({ status }) => [200, 409, 410, 429].includes(status))).toBe(true);
    expect(taken).toBeGreaterThan(0);
    const filed = (await entries()) - before;
    expect(filed).toBeGreaterThan(0);
    expect(filed).toBeLessThanOrEqual(Math.min(taken, 20));
    const { json } = await call('GET', `/matters/${desk.matterId}`);
    expect(json.reference).toBe('SV-2041');
  });

  it('that is over, forged or called back takes nothing', async () => {
    const { path } = await ask();
    expect((await outside('/a/AAAAAAAAAAAAAAAAAAAAAA')).status).toBe(404);
    await desk.services.db('answer_pages').update({ until_day: '2026-01-01' });
    const over = await answer(path, { day: '2026-12-14' });
    expect([over.status, await over.text()]).toEqual([410, expect.stringContaining('Too late')]);
    await desk.services.db('answer_pages').update({ until_day: '2030-01-01', withdrawn_utc: 1 });
    expect((await outside(path)).status).toBe(410);
    await desk.services.db('answer_pages').update({ withdrawn_utc: null });
    const hash = hashOfSecret(path.slice('/a/'.length));
    const { message_id: id } = await desk.services.db('answer_pages').where({ hash }).first();
    await desk.services.db('messages').where({ id }).update({ frozen: null });
    expect((await outside(path)).status).toBe(404);
  });

  it('is nobody’s but its recipient’s: copies, and a practice without an address for it, keep a message from going', async () => {
    const draft = await asking();
    const codes = async (): Promise<string[]> =>
      (await call('POST', `/messages/${draft.id}/check`)).json.notes.map(
        ({ code }: { code: string }) => code,
      );
    expect(await codes()).not.toContain('askedOfCopies');
    const cc = [{ name: 'Somebody', address: 'somebody@elsewhere.example' }];
    const { revision } = (await call('GET', `/messages/${draft.id}`)).json;
    const changed = await call('PATCH', `/messages/${draft.id}`, { revision, cc });
    expect(changed.status).toBe(200);
    expect(await codes()).toContain('askedOfCopies');
    Object.assign(desk.services.config, { answerUrl: undefined });
    expect(await codes()).toContain('noAnswerPage');
    expect((await call('POST', `/messages/${draft.id}/send`, {})).status).toBe(422);
  });
});
