import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from './tests/practice.ts';
import type { Answer, Client, TestPractice } from './tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
let templateId: string;
let asked: string[] = [];

/** Transactions begin and end; the session is the browser’s, not the request’s work. */
const IS_ASIDE = /^(?:BEGIN|COMMIT)|`sessions`/;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.call('GET', '/session');
  matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
  const { items } = (await client.call('GET', `/matters/${matterId}/shelf`)).json;
  // Which comes first turns on the day.
  const ready = items.filter(({ readiness }: { readiness: string }) => readiness === 'ready');
  [{ templateId }] = ready.sort((a: { name: string }, b: { name: string }) => (a.name < b.name ? -1 : 1));
  // What is kept in memory is asked for once, whoever asks first.
  await client.call('POST', `/matters/${matterId}/messages`, { templateId });
  services.db.on('query', ({ sql }: { sql: string }) => asked.push(sql));
});
afterAll(async () => {
  await client.close();
  await services.close();
});

async function asking(...call: Parameters<Client['call']>): Promise<Answer & { readonly queries: string[] }> {
  asked = [];
  const answer = await client.call(...call);
  expect(answer.status).toBeLessThan(300);
  return { ...answer, queries: asked.filter((sql) => !IS_ASIDE.test(sql)) };
}

const start = () => asking('POST', `/matters/${matterId}/messages`, { templateId });

describe('queries of a request', () => {
  it('are ten at most to start a message', async () => {
    expect((await start()).queries.length).toBeLessThanOrEqual(10);
  });

  it('are eight at most to change one, and nine where recipients are looked up', async () => {
    const { id } = (await start()).json;
    const subject = await asking('PATCH', `/messages/${id}`, { revision: 1, subject: 'Another' });
    const to = await asking('PATCH', `/messages/${id}`, {
      revision: 2,
      to: [{ address: 'ines.okafor@harbourpost.example' }, { address: 'stranger@mail.example' }],
      cc: [{ address: 'another@mail.example' }],
    });
    expect([subject.queries.length <= 8, to.queries.length <= 9, to.queries.length]).toEqual([
      true,
      true,
      expect.any(Number),
    ]);
  });

  it('count three times at most for a search, however many its facets', async () => {
    const { queries } = await asking('GET', '/correspondence?words=survey');
    expect(queries.filter((sql) => /SELECT count\(/i.test(sql)).length).toBeLessThanOrEqual(3);
    expect(queries.length).toBeLessThanOrEqual(8);
  });

  it('are few for what is looked at all day', async () => {
    expect((await asking('GET', `/matters/${matterId}`)).queries.length).toBeLessThanOrEqual(13);
    expect((await asking('GET', `/matters/${matterId}/shelf`)).queries.length).toBeLessThanOrEqual(9);
    const preview = await asking('GET', `/matters/${matterId}/shelf/${templateId}`);
    expect(preview.queries.length).toBeLessThanOrEqual(4);
  });
});
