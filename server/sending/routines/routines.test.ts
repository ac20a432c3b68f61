import { describe, expect, it } from 'vitest';
import { useDesk } from '../../app/tests/desk.ts';
import { ACCEPTS, runOnce } from '../../app/tests/practice.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const matter = async () => (await call('GET', `/matters/${desk.matterId}`)).json;
const as = (firstName: string) => desk.client.signIn(`${firstName}@tidewell-roe.example`);
const TYPE = 'type-condition-survey';

const routine = (change: object = {}) => ({
  name: 'Confirm and wait',
  about: '',
  typeIds: [TYPE],
  roles: [],
  steps: [
    { does: 'fact', key: 'vessel', value: { kind: 'text', text: 'Saltmarsh Heron' } },
    { does: 'send', templateId: 'template-closing' },
    { does: 'followUp', what: 'Ring the owner', workingDays: 3 },
    { does: 'stage', stage: 'closed' },
  ],
  offeredOn: [],
  ...change,
});

async function made(change: object = {}) {
  const answer = await call('POST', '/routines', { content: routine(change) });
  expect(answer.status, JSON.stringify(answer.json)).toBe(201);
  return answer.json;
}
const run = (id: string, body: object = {}) => call('POST', `/matters/${desk.matterId}/routines/${id}`, body);
const undo = (runId: string) => call('POST', `/routine-runs/${runId}/undo`);
const stagesOf = async () => {
  const types = (await call('GET', '/matter-types')).json.items;
  return types.find(({ id }: { id: string }) => id === TYPE).definition;
};

describe('a routine', () => {
  it('says what it would do without doing anything, then does all of it, and takes it back as one', async () => {
    const before = await matter();
    const { stages } = await stagesOf();
    const last = stages.at(-1);
    const { id } = await made({
      steps: [...routine().steps.slice(0, 3), { does: 'stage', stage: last.key }],
    });
    const dry = await run(id, { dryRun: true });
    expect(dry.status, JSON.stringify(dry.json)).toBe(200);
    expect(dry.json).toMatchObject({ runId: null, problems: [] });
    expect(dry.json.steps.map(({ does }: { does: string }) => does)).toEqual([
      'fact',
      'send',
      'followUp',
      'stage',
    ]);
    expect(dry.json.messages[0].text.length).toBeGreaterThan(20);
    expect(await matter()).toEqual(before);

    const notes = dry.json.messages.flatMap((one: { notes: { id: string }[] }) =>
      one.notes.map((note) => note.id),
    );
    const done = await run(id, { acknowledged: notes });
    expect(done.status, JSON.stringify(done.json)).toBe(200);
    const after = await matter();
    expect(after.stage).toBe(last.label);
    expect(after.followUps.length).toBe(before.followUps.length + 1);
    const message = (await call('GET', `/messages/${done.json.messages[0].messageId}`)).json;
    expect(message.state).toBe('held');
    // The message speaks of the matter as the steps before it leave it.
    expect(`${message.subject} ${message.text}`).toContain('Saltmarsh Heron');

    const undone = await undo(done.json.runId);
    expect(undone.status, JSON.stringify(undone.json)).toBe(200);
    const back = await matter();
    expect(back.stage).toBe(before.stage);
    expect(back.followUps).toEqual(before.followUps);
    expect(back.drafts).toEqual(before.drafts);
    expect(back.values).toEqual(before.values);
    expect((await undo(done.json.runId)).status).toBe(409);
  });

  it('does nothing at all where one step cannot be done, and says which', async () => {
    const before = await matter();
    const { id } = await made({
      steps: [
        { does: 'followUp', what: 'Never made', workingDays: 1 },
        { does: 'send', templateId: 'template-chaser' },
      ],
    });
    const refused = await run(id);
    expect(refused.status).toBe(422);
    expect(refused.json).toMatchObject({ code: 'routineStopped' });
    expect(refused.json.run.messages[0].notes).toContainEqual(
      expect.objectContaining({ code: 'blankUnfilled', severity: 'stop' }),
    );
    expect(refused.json.run.asked).toContainEqual(expect.objectContaining({ key: 'waitingFor' }));
    expect((await matter()).followUps).toEqual(before.followUps);
    const dry = await run(id, { dryRun: true, answers: { waitingFor: 'the log book' } });
    const done = await run(id, {
      answers: { waitingFor: 'the log book' },
      acknowledged: dry.json.messages[0].notes.map((note: { id: string }) => note.id),
    });
    expect(done.status, JSON.stringify(done.json)).toBe(200);
    expect(done.json.messages[0].text).toContain('the log book');
    await undo(done.json.runId);
  });

  it('cannot be undone once its message has gone, or the record was changed after it', async () => {
    const { stages } = await stagesOf();
    const { id } = await made({ steps: [{ does: 'stage', stage: stages[1].key }] });
    const ran = await run(id);
    const record = (await call('GET', `/matters/${desk.matterId}/record`)).json;
    await call('PATCH', `/matters/${desk.matterId}`, { revision: record.revision, note: 'Changed since' });
    expect(await undo(ran.json.runId)).toMatchObject({ status: 409, json: { code: 'matterChanged' } });

    const sends = await made({ steps: [{ does: 'send', templateId: 'template-closing' }] });
    const dry = await run(sends.id, { dryRun: true });
    const sent = await run(sends.id, {
      acknowledged: dry.json.messages[0].notes.map((note: { id: string }) => note.id),
    });
    const now = desk.services.now();
    desk.services.now = () => now + 600_000;
    await runOnce(desk.services, ACCEPTS);
    expect(await undo(sent.json.runId)).toMatchObject({ status: 409, json: { code: 'cannotRecall' } });
    const here = (await call('GET', `/matters/${desk.matterId}/routines`)).json;
    expect(here.runs[0]).toMatchObject({ id: sent.json.runId, mayUndo: false });
  });

  it('makes a letter a document of the matter, which undoing takes off again', async () => {
    const before = await matter();
    const letters = (await call('GET', '/templates?channel=letter')).json.items;
    const letter = letters.find(({ channel }: { channel: string }) => channel === 'letter');
    const { id } = await made({ steps: [{ does: 'document', templateId: letter.id }] });
    const ran = await run(id);
    expect(ran.status, JSON.stringify(ran.json)).toBe(200);
    const after = await matter();
    expect(after.documents.length).toBe(before.documents.length + 1);
    await undo(ran.json.runId);
    expect((await matter()).documents).toEqual(before.documents);
  });

  it('is offered for a reason until it was run for it', async () => {
    const { stage } = (await call('GET', `/matters/${desk.matterId}/record`)).json;
    const { id } = await made({
      name: 'Offered here',
      steps: [{ does: 'followUp', what: 'Look again', workingDays: 5 }],
      offeredOn: [{ on: 'stage', stage }],
    });
    const offered = async () =>
      (await call('GET', `/matters/${desk.matterId}/routines`)).json.items.find(
        ({ routineId }: { routineId: string }) => routineId === id,
      ).occasion;
    const occasion = await offered();
    expect(occasion).toMatchObject({ on: 'stage' });
    const ran = await run(id, { occasion: occasion.key });
    expect(await offered()).toBeNull();
    await undo(ran.json.runId);
    expect(await offered()).toEqual(occasion);
  });
});

describe('keeping routines', () => {
  it('refuses one that names what is not there, and makes a version of each change', async () => {
    const wrong = await call('POST', '/routines', {
      content: routine({ steps: [{ does: 'stage', stage: 'nowhere' }] }),
    });
    expect(wrong).toMatchObject({ status: 400, json: { problems: [{ code: 'noSuchStage' }] } });
    const one = await made({ steps: [{ does: 'followUp', what: 'First', workingDays: 1 }] });
    const content = { ...one.content, name: 'Second' };
    const changed = await call('PATCH', `/routines/${one.id}`, { version: 1, content });
    expect(changed.json).toMatchObject({ version: 2, content: { name: 'Second' } });
    expect(changed.json.versions.map(({ number }: { number: number }) => number)).toEqual([2, 1]);
    expect((await call('PATCH', `/routines/${one.id}`, { version: 1, content })).status).toBe(409);
    await call('PATCH', `/routines/${one.id}`, { version: 2, retired: true });
    expect((await run(one.id)).status).toBe(404);
  });

  it('is run by the roles it is for, and by itself only where an administrator says so', async () => {
    const one = await made({
      roles: ['practitioner'],
      steps: [{ does: 'followUp', what: 'Theirs', workingDays: 1 }],
    });
    expect((await call('PATCH', `/routines/${one.id}`, { version: 1, unaskedPerDay: 3 })).status).toBe(403);
    await as('idris');
    expect((await call('PATCH', `/routines/${one.id}`, { version: 1, unaskedPerDay: 3 })).json).toMatchObject(
      {
        unaskedPerDay: 3,
      },
    );
    expect((await run(one.id)).json).toMatchObject({ code: 'notYours' });
    await as('maud');
  });
});
