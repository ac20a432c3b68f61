import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Transport } from './transports/transport.ts';
import { openPractice, runOnce, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let now: number;
beforeAll(async () => {
  services = await openPractice();
  now = services.now();
  services.now = () => now;
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const GREY = 'grey@x.example';

/** A host that takes a message for all but one, whom it puts off until `from`. */
const greylisting = (takes: string[][], refuseGrey: boolean): Transport => ({
  send: async ({ to }, _bytes, beforeData) => {
    await beforeData();
    takes.push([...to]);
    const waiting = to.includes(GREY) && takes.length === 1;
    const refused = to.includes(GREY) && takes.length > 1 && refuseGrey;
    if (refused && to.length === 1)
      return { outcome: { kind: 'refused', reply: '550 no' }, permanentFailures: [] };
    return {
      outcome: { kind: 'accepted' },
      permanentFailures: [],
      transientFailures: waiting ? [{ address: GREY, reply: '450 4.2.0 greylisted' }] : [],
    };
  },
});

it.each([
  [false, 'delivered', 'sent'],
  [true, 'failed', 'failed'],
] as const)(
  'whom the host put off gets the same bytes alone at a later try (refused then: %s)',
  async (refuse, action, state) => {
    const matter = (await client.call('GET', '/matters?query=SV-2041')).json.items[0];
    const draft = (await client.call('POST', `/matters/${matter.id}/messages`, {})).json;
    const fine = `fine.${String(refuse)}@x.example`;
    const changed = await client.call('PATCH', `/messages/${draft.id}`, {
      revision: draft.revision,
      to: [{ address: fine }, { address: GREY }],
      subject: [{ type: 'text', text: 'To both' }],
    });
    const acknowledged = changed.json.notes.map(({ code }: { code: string }) => code);
    expect(
      (await client.call('POST', `/messages/${draft.id}/send`, { holdSeconds: 0, acknowledged })).status,
    ).toBe(202);
    const takes: string[][] = [];
    const transport = greylisting(takes, refuse);
    await runOnce(services, transport);
    expect(takes).toEqual([[fine, GREY]]);
    const [entry] = await services.db('entries').where({ message_id: draft.id });
    expect(entry).toBeDefined();
    now += 120_000;
    await runOnce(services, transport);
    expect(takes).toEqual([[fine, GREY], [GREY]]);
    const reports = await services.db('delivery_reports').where({ entry_id: entry.id });
    expect(reports.map((one) => [one.address, one.action])).toEqual([[GREY, action]]);
    const rest = await services
      .db('messages')
      .whereRaw("json_extract(send_options, '$.deferredFrom') = ?", [entry.id]);
    expect(rest.map((one) => one.state)).toEqual([state]);
    // One entry for one message, however many tries it took.
    expect(
      await services.db('entries').where({ internet_message_id: entry.internet_message_id }),
    ).toHaveLength(1);
  },
);
