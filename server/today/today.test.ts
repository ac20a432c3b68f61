import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
beforeAll(async () => {
  services = await openPractice();
  // The demo’s own are not what is looked at here.
  await services.db('follow_ups').delete();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
});
afterAll(async () => {
  await client.close();
  await services.close();
});

describe('today', () => {
  it('holds what is due, what is near, and whose answer is outstanding, each on its matter', async () => {
    const [maud, matter] = [
      await services.db('people').where({ email: 'maud@tidewell-roe.example' }).first(),
      await services.db('matters').where({ restricted: 0 }).first(),
    ];
    const followUp = (id: string, due_on: string, person_id: string) =>
      services
        .db('follow_ups')
        .insert({ id, matter_id: matter.id, what: id, due_on, person_id, made_utc: 1 });
    const other = await services.db('people').whereNot({ id: maud.id }).first();
    await followUp('overdue', '2026-11-20', maud.id);
    await followUp('next month', '2026-12-30', maud.id);
    await followUp('of another', '2026-11-23', other.id);
    const mine = (await client.call('GET', '/today')).json;
    expect(mine.followUps.map(({ id }: { id: string }) => id)).toEqual(['overdue']);
    const all = (await client.call('GET', '/today?whose=all')).json;
    expect(all.followUps.map(({ id }: { id: string }) => id)).toEqual(['overdue', 'of another']);
    for (const day of all.days) expect(day.date >= '2026-11-24' && day.date <= '2026-12-04').toBe(true);
    for (const one of all.outstanding) expect(one.owes === 'us' || one.days >= 4).toBe(true);
    expect(all.outstanding.length).toBeGreaterThan(0);
    expect(all.inTray).toBeGreaterThan(0);
  });

  it('leaves no trace of a matter that somebody may not see', async () => {
    const { id } = await services.db('matters').where({ restricted: 1 }).first();
    await client.signIn('sunniva@tidewell-roe.example');
    expect(JSON.stringify((await client.call('GET', '/today?whose=all')).json)).not.toContain(id);
    await client.signIn('maud@tidewell-roe.example');
  });
});

describe('the calendar', () => {
  it('is read by its secret address alone, and no longer once another was made', async () => {
    expect((await client.call('GET', '/calendar')).json.path).toBeNull();
    const { path } = (await client.call('POST', '/calendar')).json;
    const read = async () => {
      const response = await fetch(client.origin + path);
      return { status: response.status, text: await response.text() };
    };
    const { text } = await read();
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
    const named = events.find((one) => String(one.getFirstPropertyValue('summary')).startsWith('next month'));
    expect(String(named?.getFirstPropertyValue('dtstart'))).toBe('2026-12-30');
    expect(events.length).toBeGreaterThan(2);
    await client.call('POST', '/calendar');
    expect((await read()).status).toBe(404);
  });
});
