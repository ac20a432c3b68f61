import { describe, expect, it } from 'vitest';
import { answerTo } from '../../../standins/answers.ts';
import { withResults } from '../../../standins/authenticated.ts';
import { useDesk } from '../../app/tests/desk.ts';
import { ACCEPTS, openFolder, runOnce, sendOne } from '../../app/tests/practice.ts';
import { receiveMail } from '../../incoming/receiveMail.ts';
import { goOnUnasked } from '../startUnasked.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const DAY_MS = 86_400_000;
/** Tuesday 24 November 2026, nine in the morning. */
const TUESDAY = Date.parse('2026-11-24T09:00:00Z');
/** Puts the clock there; whoever was signed in before signs in again. */
const at = async (days: number, hours = 0) => {
  desk.services.now = () => TUESDAY + days * DAY_MS + hours * 3_600_000;
  await desk.client.signIn('maud@tidewell-roe.example');
};

const plan = (change: object = {}) => ({
  name: 'Two reminders, then tell me',
  steps: [
    { afterWorkingDays: 3, templateId: 'template-chaser' },
    { afterWorkingDays: 6, templateId: 'template-chaser' },
  ],
  tellAfter: 8,
  tellWhat: 'Ring them, nothing came',
  endsAt: [],
  ...change,
});

/** Sends something today and has a plan follow it. */
async function followed(content: object = plan(), answers: object = { waitingFor: 'the log book' }) {
  await at(0);
  const made = await call('POST', '/chaser-plans', { content });
  expect(made.status, JSON.stringify(made.json)).toBe(201);
  const messageId = await sendOne(desk.services, desk.client, `/matters/${desk.matterId}/messages`, {});
  const entry = await desk.services.db('entries').where({ message_id: messageId }).first();
  const chase = await call('POST', '/chases', { planId: made.json.id, entryId: entry.id, answers });
  expect(chase.status, JSON.stringify(chase.json)).toBe(201);
  return { plan: made.json, entry, id: chase.json.id as string, chase: chase.json };
}
const read = async (id: string) =>
  (await call('GET', `/chases?matterId=${desk.matterId}`)).json.items.find(
    (one: { id: string }) => one.id === id,
  );
const goOn = async () => {
  await goOnUnasked(desk.services);
  await runOnce(desk.services, ACCEPTS);
};
const stop = (id: string) => call('PATCH', `/chases/${id}`, { do: 'stop' });

describe('a chaser plan', () => {
  it('reminds on its working days, by what the sheet uses, says that nobody pressed, and then tells', async () => {
    const { id, chase, entry } = await followed();
    expect(chase.next).toMatchObject({ does: 'remind', dueOn: '2026-11-27', template: { channel: 'email' } });
    await at(2, 8);
    await goOn();
    expect((await read(id)).went).toEqual([]);
    // Friday, at night: the practice does not work.
    await at(3, -8);
    await goOn();
    expect((await read(id)).went).toEqual([]);
    await at(3);
    await goOn();
    await goOn();
    const reminded = await read(id);
    expect(reminded.went).toHaveLength(1);
    expect(reminded.next).toMatchObject({ does: 'remind', dueOn: '2026-12-02' });
    await at(3, 1);
    await goOn();
    const sent = await desk.services.db('entries').where({ message_id: reminded.went[0].messageId }).first();
    const bytes = (await desk.services.blobs.get(sent.raw_blob)).toString('latin1');
    expect(bytes).toMatch(/^Auto-Submitted: auto-generated\r$/m);
    expect(bytes).toContain('the log book');
    // It goes on in the conversation of the message that it chases, to the same people.
    expect(bytes).toContain(`In-Reply-To: ${entry.internet_message_id}`);
    expect(sent.conversation_id).toBe(entry.conversation_id);
    expect(bytes).toMatch(/^To: .*somebody@mail\.example/m);
    await at(8);
    await goOn();
    expect((await read(id)).went).toHaveLength(2);
    await at(10);
    await goOn();
    expect((await read(id)).ended).toMatchObject({ why: 'told' });
    const { followUps } = (await call('GET', `/matters/${desk.matterId}`)).json;
    expect(followUps.map(({ what }: { what: string }) => what)).toContainEqual(
      expect.stringContaining('Ring them, nothing came'),
    );
  });

  it('waits over a holiday that is put in later', async () => {
    const { id } = await followed();
    const url = '/practice';
    await desk.client.signIn('idris@tidewell-roe.example');
    const settings = (await call('GET', url)).json;
    const changed = await call('PATCH', url, {
      ...settings,
      holidays: [...settings.holidays, '2026-11-27'],
    });
    expect(changed.status, JSON.stringify(changed.json)).toBe(200);
    expect((await read(id)).next.dueOn).toBe('2026-11-30');
    const after = (await call('GET', url)).json;
    await call('PATCH', url, { ...after, holidays: settings.holidays });
    await desk.client.signIn('maud@tidewell-roe.example');
    await stop(id);
  });

  it('ends with a stage, and by hand; a skipped step is not sent', async () => {
    const first = await followed(plan({ endsAt: ['reported'] }));
    const record = (await call('GET', `/matters/${desk.matterId}/record`)).json;
    await call('PATCH', `/matters/${desk.matterId}`, { revision: record.revision, stage: 'reported' });
    await at(1);
    await goOn();
    expect((await read(first.id)).ended).toMatchObject({ why: 'stage' });
    const second = await followed();
    const skipped = await call('PATCH', `/chases/${second.id}`, { do: 'skip' });
    expect(skipped.json).toMatchObject({ went: [], next: { dueOn: '2026-12-02' } });
    expect((await stop(second.id)).json.ended).toMatchObject({ why: 'byHand' });
    expect((await stop(second.id)).status).toBe(409);
  });

  it('does not go where a person has to answer something, and says what', async () => {
    const { id } = await followed(plan(), {});
    await at(3);
    await goOn();
    expect(await read(id)).toMatchObject({ went: [], hindered: [{ code: 'blankUnfilled' }] });
    await stop(id);
  });

  it('goes once where two run it at the same moment, and after the process was ended', async () => {
    const { id } = await followed();
    await at(3);
    await Promise.all([goOnUnasked(desk.services), goOnUnasked(desk.services)]);
    expect((await read(id)).went).toHaveLength(1);
    const again = await openFolder(desk.services.config.dataFolder);
    again.now = desk.services.now;
    await goOnUnasked(again);
    await again.close();
    expect((await read(id)).went).toHaveLength(1);
    await stop(id);
  });

  it('uses a newer version of plan and template from the next reminder on, and says which', async () => {
    const { id, plan: first } = await followed();
    await at(3);
    await goOn();
    const template = (await call('GET', '/templates/template-chaser')).json;
    const changed = await call('PATCH', `/chaser-plans/${first.id}`, {
      version: 1,
      content: {
        ...first.content,
        steps: [first.content.steps[0], { ...first.content.steps[1], afterWorkingDays: 5 }],
      },
    });
    expect(changed.json).toMatchObject({ version: 2, underWay: 1 });
    await at(7);
    await goOn();
    const { went } = await read(id);
    expect(went.map(({ planVersion }: { planVersion: number }) => planVersion)).toEqual([1, 2]);
    expect(went[1].templateVersion).toBe(template.version ?? went[0].templateVersion);
    await stop(id);
  });

  it('is begun by a template that says so, with the answers of its message', async () => {
    await at(0);
    const made = await call('POST', '/chaser-plans', { content: plan({ name: 'By template' }) });
    const template = (await call('GET', '/templates/template-closing')).json;
    const { content } = template;
    const saved = await call('PATCH', '/templates/template-closing', {
      content: { ...content, after: { ...content.after, chaserPlanId: made.json.id } },
      baseVersionId: template.versionId,
    });
    expect(saved.status, JSON.stringify(saved.json)).toBe(200);
    await sendOne(desk.services, desk.client, `/matters/${desk.matterId}/messages`, {
      templateId: 'template-closing',
    });
    const chases = (await call('GET', `/chases?matterId=${desk.matterId}`)).json.items;
    expect(chases.at(-1)).toMatchObject({ plan: 'By template', ended: null });
    await stop(chases.at(-1).id);
  });

  it('starts no plan of its own for a reminder, whatever its template says', async () => {
    const { id, plan: own } = await followed(
      plan({ steps: [{ afterWorkingDays: 3, templateId: 'template-closing' }], tellAfter: null }),
    );
    const { content, versionId } = (await call('GET', '/templates/template-closing')).json;
    const saved = await call('PATCH', '/templates/template-closing', {
      content: { ...content, after: { chaserPlanId: own.id } },
      baseVersionId: versionId,
    });
    expect(saved.status, JSON.stringify(saved.json)).toBe(200);
    await at(3);
    await goOn();
    await at(3, 1);
    await goOn();
    expect((await read(id)).went).toHaveLength(1);
    const begun = await desk.services.db('chases').where({ plan_id: own.id });
    expect(begun.map((one) => one.id)).toEqual([id]);
    await stop(id);
  });

  it('is refused where its days are out of order, and for what came in', async () => {
    const wrong = await call('POST', '/chaser-plans', { content: plan({ tellAfter: 6 }) });
    expect(wrong).toMatchObject({ status: 400 });
    const { plan: known } = await followed();
    const received = await desk.services
      .db('entries')
      .where({ matter_id: desk.matterId, direction: 'in' })
      .first();
    expect((await call('POST', '/chases', { planId: known.id, entryId: received.id })).status).toBe(400);
  });

  it('ends as soon as the answer is filed, and not for what a machine wrote', async () => {
    const { id, entry } = await followed();
    const raw = await desk.services.blobs.get(entry.raw_blob);
    const take = (bytes: Buffer) =>
      receiveMail(desk.services, desk.services.everything, {
        bytes: withResults(bytes, ''),
        source: 'file',
        deliveredTo: [],
      });
    const from = 'somebody@mail.example';
    await take((await answerTo(raw, from, 'I am away.', true)).bytes);
    expect((await read(id)).ended).toBeNull();
    await take((await answerTo(raw, from, 'Here it is.')).bytes);
    expect((await read(id)).ended).toMatchObject({ why: 'answered' });
    await at(3);
    await goOn();
    expect((await read(id)).went).toEqual([]);
  });
});

describe('a routine that runs unasked', () => {
  const content = (change: object = {}) => ({
    name: 'Look after silence',
    about: '',
    typeIds: ['type-condition-survey'],
    roles: [],
    steps: [{ does: 'followUp', what: 'Nothing came', workingDays: 2 }],
    offeredOn: [{ on: 'overdue', workingDays: 4 }],
    ...change,
  });
  const ran = async () =>
    (await call('GET', `/matters/${desk.matterId}/routines`)).json.runs.filter(
      ({ unasked }: { unasked: boolean }) => unasked,
    );

  it('runs only where the practice has said so, once for the same reason, at most so often a day', async () => {
    await at(0);
    await sendOne(desk.services, desk.client, `/matters/${desk.matterId}/messages`, {});
    const made = await call('POST', '/routines', { content: content() });
    await at(13);
    await goOnUnasked(desk.services);
    expect(await ran()).toEqual([]);
    await desk.client.signIn('idris@tidewell-roe.example');
    await call('PATCH', `/routines/${made.json.id}`, { version: 1, unaskedPerDay: 1 });
    await desk.client.signIn('maud@tidewell-roe.example');
    await goOnUnasked(desk.services);
    await goOnUnasked(desk.services);
    const all = await desk.services.db('routine_runs').where({ routine_id: made.json.id });
    expect(all).toHaveLength(1);
    expect(all[0]).toMatchObject({ unasked: 1, hindered: null });
    // The next working day it goes on with another.
    await at(14);
    await goOnUnasked(desk.services);
    const next = await desk.services.db('routine_runs').where({ routine_id: made.json.id });
    expect(new Set(next.map(({ occasion }) => occasion)).size).toBe(next.length);
    await call('PATCH', `/routines/${made.json.id}`, { version: 1, retired: true });
  });

  it('runs once for a reason where two look at once, and never because what went unasked was not answered', async () => {
    await at(0);
    const made = await call('POST', '/routines', {
      content: content({
        steps: [{ does: 'send', templateId: 'template-next-survey' }],
        offeredOn: [{ on: 'overdue', workingDays: 0 }],
      }),
    });
    await desk.client.signIn('idris@tidewell-roe.example');
    await call('PATCH', `/routines/${made.json.id}`, { version: 1, unaskedPerDay: 500 });
    await desk.client.signIn('maud@tidewell-roe.example');
    const ran = () => desk.services.db('routine_runs').where({ routine_id: made.json.id });
    for (const day of [1, 2, 3, 6, 7]) {
      await at(day);
      await Promise.all([goOnUnasked(desk.services), goOnUnasked(desk.services)]);
      await at(day, 1);
      await runOnce(desk.services, ACCEPTS);
    }
    const runs = await ran();
    const reasons = runs.map(({ matter_id, occasion }) => `${matter_id} ${occasion}`);
    expect(runs.some(({ hindered }) => hindered === null)).toBe(true);
    expect(new Set(reasons).size).toBe(reasons.length);
    const sent: string[] = runs.flatMap(({ did }) => JSON.parse(did).messageIds);
    const entries = await desk.services.db('entries').whereIn('message_id', sent);
    expect(entries.length).toBeGreaterThan(0);
    for (const { id } of entries) expect(reasons.join(' ')).not.toContain(id);
    await call('PATCH', `/routines/${made.json.id}`, { version: 1, retired: true });
  });

  it('says what keeps it from running, and does nothing then', async () => {
    await at(13);
    const made = await call('POST', '/routines', {
      content: content({ steps: [{ does: 'send', templateId: 'template-chaser' }] }),
    });
    await desk.client.signIn('idris@tidewell-roe.example');
    await call('PATCH', `/routines/${made.json.id}`, { version: 1, unaskedPerDay: 50 });
    await desk.client.signIn('maud@tidewell-roe.example');
    await goOnUnasked(desk.services);
    const runs = await desk.services.db('routine_runs').where({ routine_id: made.json.id });
    expect(runs.length).toBeGreaterThan(0);
    for (const { did, hindered } of runs) {
      expect(JSON.parse(did)).toMatchObject({ steps: [], messageIds: [] });
      expect(JSON.parse(hindered)).toContainEqual(expect.objectContaining({ code: 'blankUnfilled' }));
    }
    const here = (await call('GET', `/matters/${runs[0].matter_id}/routines`)).json.runs;
    expect(here[0]).toMatchObject({ unasked: true, did: [], mayUndo: false });
  });
});
