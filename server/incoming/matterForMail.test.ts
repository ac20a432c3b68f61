import { expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { useDesk } from '../app/tests/desk.ts';
import { receiveMail } from './receiveMail.ts';

const desk = useDesk();

async function arrived(from: string, subject: string, text: string): Promise<string> {
  const { bytes } = await mailOf({ from, to: ['office@tidewell-roe.example'], subject, text });
  const { services } = desk;
  return (await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [] })).id;
}
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);

it('a message is likely the beginning of the type of matter on which its words were written before', async () => {
  const claim = await desk.services.db('matters').where({ type_id: 'type-damage-claim' }).first();
  for (const n of [1, 2, 3]) {
    const id = await arrived(
      `wharfinger${n}@nowhere-known.example`,
      `Allision ${n}`,
      `A lighter broke adrift at night and crushed our stanchions; the underwriters ask for particulars, ${n}.`,
    );
    expect((await call('POST', `/in-tray/${id}/file`, { matterIds: [claim.id] })).status).toBe(200);
  }
  const id = await arrived(
    'another@nowhere-known.example',
    'Crushed stanchions',
    'A lighter was adrift; our underwriters ask what to do.',
  );
  expect((await call('GET', `/in-tray/${id}`)).json.likelyTypeId).toBe('type-damage-claim');
});

it('a matter opened for a message has its writer as a party, and the message', async () => {
  const id = await arrived(
    'perpetua.lowe@nowhere-known.example',
    'A survey of our ketch',
    'I should like a full survey before the season. She has been ashore since the autumn.',
  );
  const before = (await call('GET', `/in-tray/${id}`)).json;
  expect(before).toMatchObject({ contacts: [] });
  const made = await call('POST', `/in-tray/${id}/matter`, {
    typeId: 'type-condition-survey',
    title: 'Our ketch',
    role: 'owner',
  });
  expect(made.status).toBe(201);
  const [{ matterId, reference }] = made.json.entries;
  expect(reference).toMatch(/^SV-/);
  const matter = (await call('GET', `/matters/${matterId}`)).json;
  expect(matter.parties).toMatchObject([{ role: 'owner', address: 'perpetua.lowe@nowhere-known.example' }]);
  expect(matter.counts).toMatchObject({ all: 1, in: 1 });
  expect((await call('GET', `/in-tray/${id}`)).json.state).toBe('filed');
  const again = await call('POST', `/in-tray/${id}/matter`, {
    typeId: 'type-condition-survey',
    title: 'Again',
  });
  expect(again.status).toBe(409);
});

it('where a part of it cannot be, nothing is: no matter, no contact, and the message waits', async () => {
  const id = await arrived('nobody.yet@nowhere-known.example', 'Hello', 'A question.');
  const matters = async () => (await desk.services.db('matters').count({ n: '*' }).first())?.['n'];
  const before = await matters();
  const refused = await call('POST', `/in-tray/${id}/matter`, {
    typeId: 'type-condition-survey',
    title: 'Hello',
    role: 'captain-of-nothing',
  });
  expect(refused.status).toBe(422);
  expect(await matters()).toBe(before);
  expect((await call('GET', '/contacts?query=nobody.yet')).json.items).toEqual([]);
  expect((await call('GET', `/in-tray/${id}`)).json.state).toBe('waiting');
});
