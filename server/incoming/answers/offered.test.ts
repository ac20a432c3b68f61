import { beforeEach, describe, expect, it } from 'vitest';
import { useAsking } from '../../app/tests/asking.ts';
import { serve } from '../../app/tests/practice.ts';
import { wakeRound } from '../../sending/rounds/roundWork.ts';

const { desk, call, ask, answer, outside, leave, mail } = useAsking();

const offered = async () => (await call('GET', `/matters/${desk.matterId}/offered-values`)).json.items;
const take = (id: string, as: string) => call('POST', `/matters/${desk.matterId}/take`, { id, as });
const surveyDay = async () =>
  (await call('GET', `/matters/${desk.matterId}/record`)).json.dates.surveyDay as unknown;

beforeEach(async () => {
  await desk.services.db('offered_values').delete();
});

describe('what an answer offers', () => {
  it('stands beside what the record says, is taken over, and taken back', async () => {
    const { path } = await ask();
    const before = await surveyDay();
    await answer(path, { day: '2026-12-14' });
    const [one, ...more] = await offered();
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      to: 'date',
      place: 'Survey day',
      offered: 'Monday 14 December 2026',
      state: 'open',
      ask: 'Which day suits you?',
    });
    expect((await call('GET', '/offered-values?whose=all')).json.items).toEqual([one]);
    // Whoever asked hears of it, whoever is responsible.
    expect((await call('GET', '/offered-values?whose=mine')).json.items).toEqual([one]);
    const taken = await take(one.id, 'taken');
    expect([taken.status, taken.json.items[0].state]).toEqual([200, 'taken']);
    expect(await surveyDay()).toBe('2026-12-14');
    expect((await take(one.id, 'taken')).status).toBe(409);
    expect((await call('GET', '/offered-values?whose=all')).json.items).toEqual([]);
    expect((await take(one.id, 'open')).status).toBe(200);
    expect(await surveyDay()).toEqual(before);
  });

  it('is not taken back over what somebody wrote since', async () => {
    const { path } = await ask();
    await answer(path, { day: '2026-12-14' });
    const [one] = await offered();
    await take(one.id, 'taken');
    const { revision } = (await call('GET', `/matters/${desk.matterId}/record`)).json;
    await call('PATCH', `/matters/${desk.matterId}`, { revision, dates: { surveyDay: '2026-12-20' } });
    const back = await take(one.id, 'open');
    expect([back.status, back.json.because[0].code]).toEqual([409, 'offeredPlaceChanged']);
    expect(await surveyDay()).toBe('2026-12-20');
    expect((await offered())[0].state).toBe('taken');
  });

  it('is left, and opened again', async () => {
    const { path } = await ask();
    await answer(path, { day: '2026-12-14' });
    const [one] = await offered();
    expect((await take(one.id, 'left')).json.items[0].state).toBe('left');
    expect((await take(one.id, 'open')).json.items[0].state).toBe('open');
  });

  it('is nothing where the record says it already, and gives way to a correction', async () => {
    const { path } = await ask();
    const { revision } = (await call('GET', `/matters/${desk.matterId}/record`)).json;
    await call('PATCH', `/matters/${desk.matterId}`, { revision, dates: { surveyDay: '2026-12-14' } });
    await answer(path, { day: '2026-12-14' });
    expect(await offered()).toEqual([]);
    await answer(path, { day: '2026-12-10' });
    expect((await offered()).map((one: { offered: string }) => one.offered)).toEqual([
      'Thursday 10 December 2026',
    ]);
  });

  it('changes an address of whoever answered, and gives it back', async () => {
    const matter = (await call('GET', `/matters/${desk.matterId}`)).json;
    const [{ role, contactId }] = matter.parties;
    const where = { key: 'where', ask: 'Where do you live?', kind: 'address', required: true, options: [] };
    const { path } = await ask([{ ...where, goesTo: `party.${role}.address` }]);
    await desk.services.db('answer_pages').update({ contact_id: contactId });
    await answer(path, { day: '2026-12-14', where: '9 Fore Street\r\nPort Sennet' });
    const posts = async () =>
      (await call('GET', `/contacts/${contactId}`)).json.contact.addresses
        .filter(({ kind }: { kind: string }) => kind === 'post')
        .map(({ value }: { value: string }) => value);
    const before = await posts();
    const one = (await offered()).find(({ to }: { to: string }) => to === 'address');
    expect(one.offered).toBe('9 Fore Street\nPort Sennet');
    expect((await take(one.id, 'taken')).status).toBe(200);
    expect(await posts()).toContain('9 Fore Street\nPort Sennet');
    expect((await take(one.id, 'open')).status).toBe(200);
    expect(await posts()).toEqual(before);
  });
});

describe('an answer page, from the practice’s side', () => {
  const pages = async (messageId: string) =>
    (await call('GET', `/messages/${messageId}/answer-pages`)).json.items;

  it('says how it stands, is ended by hand, and opened again', async () => {
    const { path, messageId } = await ask();
    const [page] = await pages(messageId);
    expect(page).toMatchObject({
      state: 'open',
      timesAnswered: 0,
      questions: ['Which day suits you?', 'The terms, signed'],
    });
    expect(JSON.stringify(page)).not.toContain(path.slice('/a/'.length));
    const end = (body: object) =>
      call('POST', `/messages/${messageId}/answer-pages/${page.id}/withdraw`, body);
    expect((await end({})).json.items[0].state).toBe('withdrawn');
    expect([(await outside(path)).status, (await answer(path, { day: '2026-12-14' })).status]).toEqual([
      410, 410,
    ]);
    expect((await end({})).status).toBe(409);
    expect((await end({ withdrawn: false })).json.items[0].state).toBe('open');
    await answer(path, { day: '2026-12-14' });
    expect((await pages(messageId))[0]).toMatchObject({ state: 'mendable', timesAnswered: 1 });
  });

  it('of a matter that was restricted or closed meanwhile goes on, and stays with those who see the matter', async () => {
    const { path, messageId } = await ask();
    const { revision, type } = (await call('GET', `/matters/${desk.matterId}/record`)).json;
    const last = type.stages.find(({ closes }: { closes?: true }) => closes) ?? type.stages.at(-1);
    const changed = await call('PATCH', `/matters/${desk.matterId}`, {
      revision,
      stage: last.key,
      restricted: true,
      visibleTo: [],
    });
    expect(changed.status).toBe(200);
    expect((await answer(path, { day: '2026-12-10' })).status).toBe(200);
    expect(await offered()).toHaveLength(1);
    const outsider = await serve(desk.services);
    await outsider.signIn('petra@tidewell-roe.example');
    expect((await outsider.call('GET', `/matters/${desk.matterId}/offered-values`)).status).toBe(404);
    expect((await outsider.call('GET', '/offered-values?whose=all')).json.items).toEqual([]);
    expect((await outsider.call('GET', `/messages/${messageId}/answer-pages`)).status).toBe(404);
    await outsider.close();
  });
});

describe('the answers to a round', () => {
  it('are counted beside its messages, and told as they come', async () => {
    const made = await call('POST', '/rounds', {
      templateId: 'template-ask-day',
      set: { where: { typeId: 'type-condition-survey', state: 'open' } },
    });
    expect(made.status, JSON.stringify(made.json)).toBe(201);
    const roundId: string = made.json.id;
    const answers = async () => (await call('GET', `/rounds/${roundId}/answers`)).json;
    await wakeRound(desk.services, roundId);
    expect(await answers()).toEqual({ asked: 0, answered: 0, questions: [] });
    const messages = (await call('GET', `/rounds/${roundId}/messages`)).json.items;
    for (const { id, group } of messages)
      if (group === 'look') await call('PATCH', `/rounds/${roundId}/messages/${id}`, { ignore: true });
    const sent = await call('POST', `/rounds/${roundId}/send`, {});
    expect(sent.status, JSON.stringify(sent.json)).toBe(202);
    await wakeRound(desk.services, roundId);
    await leave();
    await wakeRound(desk.services, roundId);
    const paths = [...new Set(mail.join('\n').match(/\/a\/[\w-]{22}/g))];
    expect(paths.length).toBeGreaterThan(1);
    const [first = '', second = ''] = paths;
    const html = await (await outside(first)).text();
    const day = /value="(\d{4}-\d{2}-\d{2}T09:30)"/.exec(html)?.[1] ?? '';
    expect((await answer(first, { day })).status).toBe(200);
    expect((await answer(second, { day: 'none', aboard: 'yes' })).status).toBe(200);
    const tally = await answers();
    expect([tally.asked, tally.answered]).toEqual([paths.length, 2]);
    const [days, aboard] = tally.questions;
    expect(days.choices.map(({ times }: { times: number }) => times)).toEqual([1, 0, 0, 1]);
    expect(aboard.choices).toEqual([
      { text: 'Yes', times: 1 },
      { text: 'No', times: 0 },
    ]);
  });
});

describe('reminders of what was asked', () => {
  it('end when it is answered on the page', async () => {
    const { path, messageId } = await ask();
    const entry = await desk.services.db('entries').where({ message_id: messageId }).first();
    const content = {
      name: 'After five days',
      steps: [{ afterWorkingDays: 5, templateId: 'template-closing' }],
      tellAfter: null,
      tellWhat: '',
      endsAt: [],
    };
    const plan = (await call('POST', '/chaser-plans', { content })).json;
    const started = await call('POST', '/chases', { planId: plan.id, entryId: entry.id });
    expect(started.status, JSON.stringify(started.json)).toBe(201);
    const chase = async () =>
      (await call('GET', `/chases?matterId=${desk.matterId}`)).json.items.find(
        (one: { entryId: string }) => one.entryId === entry.id,
      );
    expect((await chase()).ended).toBeNull();
    // It left a little later than the clock of the test says.
    const now = desk.services.now();
    desk.services.now = () => now + 700_000;
    expect((await answer(path, { day: '2026-12-14' })).status).toBe(200);
    expect((await chase()).ended).toMatchObject({ why: 'answered' });
  });
});
