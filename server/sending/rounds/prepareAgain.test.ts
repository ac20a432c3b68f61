import { describe, expect, it } from 'vitest';
import { useDesk } from '../../app/tests/desk.ts';
import { goOnUnasked } from '../startUnasked.ts';
import { wakeRound } from './roundWork.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const readRound = async (id: string) => (await call('GET', `/rounds/${id}`)).json;

/** A round to the open surveys, prepared. */
async function prepared() {
  const set = { where: { typeId: 'type-condition-survey', state: 'open' } };
  const made = await call('POST', '/rounds', { templateId: 'template-closing', set });
  await wakeRound(desk.services, made.json.id);
  return readRound(made.json.id);
}

describe('a round of each month', () => {
  const DAY_MS = 86_400_000;
  /** Tuesday 24 November 2026, nine in the morning. */
  const TUESDAY = Date.parse('2026-11-24T09:00:00Z');
  const at = async (days: number, hours = 0) => {
    desk.services.now = () => TUESDAY + days * DAY_MS + hours * 3_600_000;
    await desk.client.signIn('maud@tidewell-roe.example');
  };
  const rounds = async (): Promise<{ id: string; byItself: boolean; state: string }[]> =>
    (await call('GET', '/rounds')).json.items.filter(({ byItself }: { byItself: boolean }) => byItself);

  it('is prepared again on its day by whom its set holds then, once, and sent by nobody', async () => {
    await at(0);
    const first = await prepared();
    const changed = await call('PATCH', `/rounds/${first.id}`, { againOn: 5 });
    expect(changed.json.againOn).toBe(5);
    // Not this month, whose fifth has passed.
    await goOnUnasked(desk.services);
    expect(await rounds()).toEqual([]);
    await at(10);
    await goOnUnasked(desk.services);
    expect(await rounds()).toEqual([]);
    // The fifth of December 2026 is a Saturday: it is made up for on Monday, though two look at once.
    await at(11);
    await goOnUnasked(desk.services);
    expect(await rounds()).toEqual([]);
    await at(13);
    await Promise.all([goOnUnasked(desk.services), goOnUnasked(desk.services)]);
    const [again, ...more] = await rounds();
    expect(more).toEqual([]);
    await wakeRound(desk.services, again?.id ?? '');
    const view = await readRound(again?.id ?? '');
    expect(view).toMatchObject({ name: first.name, state: 'ready', againOn: null, sentAtUtc: null });
    expect(view.counts.all).toBe(first.counts.all);
    await call('PATCH', `/rounds/${first.id}`, { againOn: null });
    await at(45);
    await goOnUnasked(desk.services);
    expect(await rounds()).toHaveLength(1);
    await at(0);
  });

  it('says so where it could not be prepared', async () => {
    await at(0);
    const round = await prepared();
    await call('PATCH', `/rounds/${round.id}`, { againOn: 28 });
    await desk.services
      .db('rounds')
      .where({ id: round.id })
      .update({ goes_to: JSON.stringify({ where: { typeId: 'nowhere' } }) });
    await at(36);
    await goOnUnasked(desk.services);
    expect((await readRound(round.id)).problem).toBe('notPreparedAgain');
    await call('DELETE', `/rounds/${round.id}`);
    await at(0);
  });
});
