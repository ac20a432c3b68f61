import { expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const listed = async (query: string): Promise<{ what: string; at: string | null }[]> =>
  (await call('GET', `/follow-ups?${query}`)).json.items;

it('lists what is to be done by day and hour, matter and person, page by page', async () => {
  const make = (what: string, dueOn: string, more: object = {}) =>
    call('POST', '/follow-ups', { matterId: desk.matterId, what, dueOn, ...more });
  expect((await make('Later', '2031-03-04')).status).toBe(201);
  await make('On board', '2031-03-03', { at: '14:30', minutes: 90, place: 'Inner basin' });
  await make('Early', '2031-03-03', { at: '09:00' });
  await make('Somebody else’s', '2031-03-03', { personId: 'person-petra' });
  const span = 'from=2031-03-01&until=2031-03-31';
  expect((await listed(span)).map(({ what }) => what)).toEqual(['Early', 'On board', 'Later']);
  expect((await listed(`${span}&whose=all`)).map(({ what }) => what)).toEqual([
    'Somebody else’s',
    'Early',
    'On board',
    'Later',
  ]);
  expect(await listed(`${span}&personId=person-petra`)).toHaveLength(1);
  const first = (await call('GET', `/follow-ups?${span}&limit=2`)).json;
  expect(first.items).toHaveLength(2);
  const rest = (await call('GET', `/follow-ups?${span}&limit=2&after=${first.next}`)).json;
  expect(rest.items.map(({ what }: { what: string }) => what)).toEqual(['Later']);
  const [, onBoard] = await listed(span);
  expect(onBoard).toMatchObject({ at: '14:30', minutes: 90, place: 'Inner basin' });
});

it('refuses an hour that no clock has, and a matter that is not there', async () => {
  const wrong = { matterId: desk.matterId, what: 'x', dueOn: '2031-03-03', at: '25:00' };
  expect((await call('POST', '/follow-ups', wrong)).status).toBe(400);
  expect((await call('POST', '/follow-ups', { ...wrong, at: '10:00', matterId: 'nowhere' })).status).toBe(
    404,
  );
});

it('stands in the calendar at its hour, which may lie in another season than today', async () => {
  const { json } = await call('POST', '/calendar');
  const address = json.path.replace(/^\/api\/v1/, '');
  await call('POST', '/follow-ups', {
    matterId: desk.matterId,
    what: 'Haul out',
    dueOn: '2031-07-01',
    at: '10:00',
    minutes: 45,
    place: 'Hallam Slip',
  });
  const text = (await call('GET', address)).bytes.toString('utf8').replace(/\r\n /g, '');
  const [event = ''] = /BEGIN:VEVENT(?:(?!END:VEVENT)[\s\S])*Haul out[\s\S]*?END:VEVENT/.exec(text) ?? [];
  // British summer time: ten o'clock is nine in UTC.
  expect(event).toContain('DTSTART:20310701T090000Z');
  expect(event).toContain('DTEND:20310701T094500Z');
  expect(event).toContain('LOCATION:Hallam Slip');
});

it('becomes an ordinary follow-up again where its hour is taken off', async () => {
  const made = await call('POST', '/follow-ups', {
    matterId: desk.matterId,
    what: 'No hour any more',
    dueOn: '2032-01-05',
    at: '10:00',
  });
  await call('PATCH', `/follow-ups/${made.json.id}`, { at: null });
  expect((await listed('from=2032-01-05'))[0]).toMatchObject({ at: null, minutes: null });
});
