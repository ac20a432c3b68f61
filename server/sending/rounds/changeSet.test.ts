import { expect, it } from 'vitest';
import { useDesk } from '../../app/tests/desk.ts';
import { wakeRound } from './roundWork.ts';

const desk = useDesk();
const SURVEYS = { typeId: 'type-condition-survey', state: 'open' };
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const messages = async (id: string) => (await call('GET', `/rounds/${id}/messages`)).json.items;

it('takes another set while nothing has gone: who is in both keeps what was written, the others’ drafts go', async () => {
  const made = await call('POST', '/rounds', { templateId: 'template-closing', set: { where: SURVEYS } });
  const round = made.json;
  await wakeRound(desk.services, round.id);
  const [first, second, third] = await messages(round.id);
  await call('PATCH', `/messages/${first.id}`, { subject: 'Written by hand' });
  const set = { matterIds: [first.matterId, second.matterId] };
  const changed = await call('PATCH', `/rounds/${round.id}`, { set });
  expect([changed.status, changed.json.counts.all]).toEqual([200, 2]);
  const kept = await messages(round.id);
  expect(kept.map(({ id }: { id: string }) => id)).toEqual([first.id, second.id]);
  expect((await call('GET', `/messages/${first.id}`)).json.subject).toBe('Written by hand');
  expect((await call('GET', `/messages/${third.id}`)).status).toBe(404);
  const back = await call('PATCH', `/rounds/${round.id}`, { set: { where: SURVEYS } });
  expect(back.json).toMatchObject({ set: { where: SURVEYS }, counts: { all: 3 } });
  // Nobody at all, and a round that has begun to go, stay as they are.
  const nobody = await call('PATCH', `/rounds/${round.id}`, { set: { references: ['SV-0000'] } });
  expect([nobody.status, nobody.json.because[0].code]).toEqual([400, 'roundHasNobody']);
  await call('PATCH', `/rounds/${round.id}`, { ignore: 'sentBefore' });
  await call('POST', `/rounds/${round.id}/send`, {});
  const late = await call('PATCH', `/rounds/${round.id}`, { set });
  expect([late.status, late.json.because[0].code]).toEqual([400, 'roundOnItsWay']);
  await call('POST', `/rounds/${round.id}/stop`);
  // What is under way in the background is at its end before the practice is closed.
  await wakeRound(desk.services, round.id);
});
