import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, runOnce, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;
beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('idris@tidewell-roe.example');
  matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const record = async () => (await client.call('GET', `/matters/${matterId}/record`)).json;
const change = async (part: object) =>
  client.call('PATCH', `/matters/${matterId}`, { revision: (await record()).revision, ...part });
const calculated = (of: { calculated: { key: string; text: string | null }[] }, key: string) =>
  of.calculated.find((one) => one.key === key)?.text;

describe('a matter changed in place', () => {
  it('works its calculated values out anew, and takes a change back', async () => {
    const before = await record();
    const done = await change({ dates: { surveyDay: '2026-12-22' } });
    expect(calculated(done.json.record, 'reportDue')).toBe('30 December 2026');
    const due = done.json.record.calculated.find(({ key }: { key: string }) => key === 'reportDue');
    expect(due.holidays).toEqual(['2026-12-25']);
    const undone = await client.call('PATCH', `/matters/${matterId}`, done.json.undo);
    expect(undone.json.record.dates).toEqual(before.dates);
    expect(calculated(undone.json.record, 'reportDue')).toBe(calculated(before, 'reportDue'));
  });

  it('counts rows as they come and go, and puts rows back by undo', async () => {
    const { tables } = await record();
    const done = await change({ tables: { recommendations: [] } });
    expect(calculated(done.json.record, 'openItems')).toBe('0');
    const undone = await client.call('PATCH', `/matters/${matterId}`, done.json.undo);
    expect(undone.json.record.tables).toEqual(tables);
  });

  it('is found by a new title, and guards its new name in others’ letters', async () => {
    await change({
      title: 'Kittiwake Mended',
      facts: { vessel: { kind: 'text', text: 'Kittiwake Mended' } },
    });
    expect((await client.call('GET', '/matters?query=kittiwake')).json.items).toHaveLength(1);
    const guarded = await services.db('matter_names').where({ name_key: 'kittiwake mended' });
    expect(guarded).toHaveLength(1);
  });

  it.each([
    ['a value of another kind', { facts: { vessel: { kind: 'number', value: 3 } } }],
    ['a choice there is not', { facts: { purpose: { kind: 'choice', key: 'ZZZ', label: 'x' } } }],
    ['a fact there is not', { facts: { hull: { kind: 'text', text: 'x' } } }],
    ['a day there is not', { dates: { surveyDay: '2026-02-30' } }],
    ['a stage there is not', { stage: 'sunk' }],
    ['a party in no role', { parties: [{ role: 'mermaid', contactId: 'contact-ines' }] }],
    ['a table there is not', { tables: { cargo: [] } }],
  ])('refuses %s, and changes nothing', async (_what, part) => {
    const before = await record();
    const refused = await change(part);
    expect(refused.status).toBe(422);
    expect(await record()).toEqual(before);
  });

  it('is never written over where somebody changed it meanwhile', async () => {
    const { revision } = await record();
    await change({ stage: 'booked' });
    const late = await client.call('PATCH', `/matters/${matterId}`, { revision, stage: 'closed' });
    expect([late.status, late.json.code]).toEqual([409, 'matterChanged']);
  });
});

describe('a matter type', () => {
  it('may hold two hundred facts, shown, filled and offered to templates; beyond three hundred is refused', async () => {
    const facts = Array.from({ length: 200 }, (_, n) => ({
      key: `fact${n}`,
      label: `Fact no. ${n}`,
      kind: n % 2 === 0 ? 'text' : 'date',
    }));
    const definition = {
      name: 'A kind with everything',
      currency: 'GBP',
      reference: 'KE-',
      facts,
      tables: [],
      roles: [],
      stages: [{ key: 'open', label: 'Open' }],
      keyDates: [],
      calculated: [],
    };
    const made = await client.call('POST', '/matter-types', definition);
    expect(made.status).toBe(201);
    const typeId = made.json.id;
    const matter = (await client.call('POST', '/matters', { typeId, title: 'All of it' })).json;
    const { revision } = (await client.call('GET', `/matters/${matter.id}/record`)).json;
    const changed = await client.call('PATCH', `/matters/${matter.id}`, {
      revision,
      facts: Object.fromEntries(
        facts.map(({ key, kind }, n) => [
          key,
          kind === 'text' ? { kind: 'text', text: `value ${n}` } : { kind: 'date', date: '2026-12-24' },
        ]),
      ),
    });
    expect(changed.status).toBe(200);
    const fields = (await client.call('GET', `/template-fields?matterId=${matter.id}`)).json.fields;
    expect(fields.filter(({ path }: { path: string }) => /^fact\.fact\d+$/.test(path))).toHaveLength(200);
    expect(fields.find(({ path }: { path: string }) => path === 'fact.fact198').value).toBe('value 198');
    const tooMany = {
      ...definition,
      name: 'Too much',
      facts: Array.from({ length: 301 }, (_, n) => ({ key: `f${n}`, label: 'F', kind: 'text' })),
    };
    expect((await client.call('POST', '/matter-types', tooMany)).status).toBe(400);
  });

  it('with a deadline over a holiday is made, used, and said in a message', async () => {
    const practice = (await client.call('GET', '/practice')).json;
    await client.call('PATCH', '/practice', { ...practice, holidays: [...practice.holidays, '2026-12-01'] });
    const definition = {
      name: 'Mooring licence',
      currency: 'GBP',
      reference: 'ML-',
      facts: [],
      tables: [],
      roles: [{ key: 'owner', label: 'owner', plural: 'owners', many: true }],
      stages: [{ key: 'open', label: 'Open' }],
      keyDates: [{ key: 'lodged', label: 'Lodged' }],
      calculated: [
        {
          key: 'answer',
          label: 'Answer due',
          form: { kind: 'dateFromDate', from: 'date.lodged', shift: { amount: 3, unit: 'workingDays' } },
        },
      ],
    };
    const type = (await client.call('POST', '/matter-types', definition)).json;
    const matter = (await client.call('POST', '/matters', { typeId: type.id, title: 'Buoy 7' })).json;
    expect(matter.reference).toBe('ML-1');
    const done = await client.call('PATCH', `/matters/${matter.id}`, {
      revision: 1,
      dates: { lodged: '2026-11-27' },
    });
    // Friday, then the Monday, not the holiday on Tuesday, the Wednesday and the Thursday.
    expect(done.json.record.calculated[0]).toMatchObject({
      text: '3 December 2026',
      holidays: ['2026-12-01'],
    });
    const look = await client.call('POST', '/template-drafts/preview', {
      channel: 'email',
      matterId: matter.id,
      content: {
        recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] },
        subject: [],
        body: {
          type: 'doc',
          content: [
            {
              type: 'paragraph',
              content: [{ type: 'field', attrs: { path: 'calculated.answer', format: 'longWeekday' } }],
            },
          ],
        },
        blanks: [],
        documents: [],
        category: '',
      },
    });
    expect(JSON.stringify(look.json.preview.body)).toContain('Thursday 3 December 2026');
  });

  it('says what a change would touch, keeps the values of its matters, and refuses a circle', async () => {
    const types = (await client.call('GET', '/matter-types')).json.items;
    const survey = types.find(
      ({ definition }: { definition: { name: string } }) => definition.name === 'Condition survey',
    );
    const without = {
      ...survey.definition,
      facts: survey.definition.facts.filter(({ key }: { key: string }) => key !== 'berth'),
    };
    const impact = (await client.call('POST', `/matter-types/${survey.id}/impact`, without)).json;
    expect(impact.touches).toEqual([
      expect.objectContaining({ part: 'fact', label: 'Where she lies', matters: survey.matters }),
    ]);
    expect(impact.templates.map(({ name }: { name: string }) => name)).toContain('Survey day confirmed');
    const kept = await client.call('PATCH', `/matter-types/${survey.id}`, {
      revision: survey.revision,
      definition: without,
    });
    expect(kept.status).toBe(200);
    expect((await record()).facts.berth).toBeDefined();
    const back = await client.call('PATCH', `/matter-types/${survey.id}`, {
      revision: survey.revision + 1,
      definition: survey.definition,
    });
    expect(back.status).toBe(200);
    const form = { kind: 'sum', plus: ['calculated.fee'], minus: [] };
    const circle = { ...survey.definition, calculated: [{ key: 'fee', label: 'Fee', form }] };
    const refused = await client.call('PATCH', `/matter-types/${survey.id}`, {
      revision: survey.revision + 2,
      definition: circle,
    });
    expect([refused.status, refused.json.problems[0].code, refused.json.problems[0].params.path]).toEqual([
      422,
      'calculatedCircle',
      'Fee → Fee',
    ]);
  });
});

describe('what follows a sending', () => {
  it('is done with it: a follow-up in working days, the stage, the stamped day', async () => {
    const made = (
      await client.call('POST', '/templates', {
        name: 'With consequences',
        channel: 'email',
        content: {
          recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] },
          subject: [{ type: 'text', text: 'x' }],
          body: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x' }] }] },
          blanks: [],
          documents: [],
          category: 'Letter',
          sender: 'practice',
          replyTo: 'answers@tidewell-roe.example',
          after: {
            followUp: { workingDays: 3, what: 'Ask again' },
            stage: 'reported',
            stampDate: 'surveyDay',
          },
        },
      })
    ).json;
    const draft = (await client.call('POST', `/matters/${matterId}/messages`, { templateId: made.id })).json;
    expect(draft.from.address).toBe('office@tidewell-roe.example');
    await client.call('POST', `/messages/${draft.id}/send`, { holdSeconds: 0 });
    await runOnce(services, {
      send: async (_envelope, _bytes, beforeData) => {
        await beforeData();
        return { outcome: { kind: 'accepted' }, permanentFailures: [] };
      },
    });
    const after = (await client.call('GET', `/matters/${matterId}`)).json;
    expect(after.followUps).toMatchObject([{ what: 'Ask again', dueOn: '2026-11-27' }]);
    expect(await record()).toMatchObject({ stage: 'reported', dates: { surveyDay: '2026-11-24' } });
    await client.call('PATCH', `/follow-ups/${after.followUps[0].id}`, { done: true });
    expect((await client.call('GET', `/matters/${matterId}`)).json.followUps).toEqual([]);
  });
});

describe('a matter’s reference', () => {
  it('is changed to one that is free; the one before goes on leading there, and nobody else gets it', async () => {
    const { reference } = await record();
    expect((await change({ reference: 'PORT/2026-7' })).json.record.reference).toBe('PORT/2026-7');
    const detail = (await client.call('GET', `/matters/${matterId}`)).json;
    expect([detail.reference, detail.formerReferences]).toEqual(['PORT/2026-7', [reference]]);
    const found = (await client.call('GET', `/matters?query=${reference}`)).json.items;
    expect(found.map(({ id }: { id: string }) => id)).toContain(matterId);
    const other = (await client.call('GET', '/matters?query=CR-')).json.items[0];
    const { revision } = (await client.call('GET', `/matters/${other.id}/record`)).json;
    const taken = await client.call('PATCH', `/matters/${other.id}`, { revision, reference });
    expect([taken.status, taken.json.because[0].code]).toEqual([422, 'referenceNotFree']);
    expect((await change({ reference })).json.record.reference).toBe(reference);
    expect((await client.call('GET', `/matters/${matterId}`)).json.formerReferences).toEqual(['PORT/2026-7']);
  });

  it('is made by the pattern of its type, counting anew each year', async () => {
    const types = (await client.call('GET', '/matter-types')).json.items;
    const { id, revision, definition } = types[0];
    const renamed = { revision, definition: { ...definition, reference: 'Y{yyyy}/{nnn}' } };
    expect((await client.call('PATCH', `/matter-types/${id}`, renamed)).status).toBe(200);
    const open = async () =>
      (await client.call('POST', '/matters', { typeId: id, title: 'One more' })).json.reference;
    const year = new Date(services.now()).getUTCFullYear();
    expect([await open(), await open()]).toEqual([`Y${year}/001`, `Y${year}/002`]);
  });

  it('is refused where it is none, and so is a pattern', async () => {
    for (const reference of ['', ' ', '<b>', 'x'.repeat(50)])
      expect((await change({ reference })).status).toBe(400);
  });
});

describe('a matter opened with what is known', () => {
  it('has its parties and whoever answers for it from the start', async () => {
    const types = (await client.call('GET', '/matter-types')).json.items;
    const type = types.find(({ definition }: { definition: { name: string } }) =>
      definition.name.startsWith('Condition'),
    );
    const contactId = (await client.call('GET', '/contacts?query=Okafor')).json.items[0].id;
    const { people } = await record();
    const petra = people.find(({ name }: { name: string }) => name === 'Petra Lindqvist');
    const wanted = { typeId: type.id, title: 'Opened whole', responsibleId: petra.id };
    const role = type.definition.roles[0].key;
    const made = await client.call('POST', '/matters', { ...wanted, parties: [{ role, contactId }] });
    expect(made.json).toMatchObject({ responsible: 'Petra Lindqvist', parties: [{ contactId }] });
    for (const parties of [[{ role: 'nobody', contactId }], [{ role, contactId: 'gone' }]])
      expect((await client.call('POST', '/matters', { ...wanted, parties })).status).toBe(422);
  });
});

describe('a restricted matter', () => {
  it('is entered in need by an administrator alone, and that is written on it for all who see it', async () => {
    const maud = await serve(services);
    await maud.signIn('maud@tidewell-roe.example');
    const made = (await maud.call('GET', '/matter-types')).json.items[0];
    const { id, reference } = (
      await maud.call('POST', '/matters', { typeId: made.id, title: 'In confidence' })
    ).json;
    const { revision } = (await maud.call('GET', `/matters/${id}/record`)).json;
    await maud.call('PATCH', `/matters/${id}`, {
      revision,
      restricted: true,
      visibleTo: [],
      note: 'Ring first.',
    });
    expect((await client.call('GET', `/matters/${id}`)).status).toBe(404);
    const why = 'Maud is in hospital.';
    expect((await maud.call('POST', '/entries-in-need', { reference, why })).status).toBe(403);
    expect((await client.call('POST', '/entries-in-need', { reference: 'NO-1', why })).status).toBe(404);
    expect((await client.call('POST', '/entries-in-need', { reference, why: ' ' })).status).toBe(400);
    expect((await client.call('POST', '/entries-in-need', { reference, why })).json).toEqual({ id });
    for (const who of [client, maud]) {
      const detail = (await who.call('GET', `/matters/${id}`)).json;
      expect(detail).toMatchObject({
        note: 'Ring first.',
        visibleTo: ['Maud Tidewell', 'Idris Quill'],
        enteredInNeed: [{ person: 'Idris Quill', why }],
      });
    }
    const petra = await serve(services);
    await petra.signIn('petra@tidewell-roe.example');
    expect((await petra.call('GET', `/matters/${id}`)).status).toBe(404);
    await petra.close();
    await maud.close();
  });
});

describe('a follow-up made by hand', () => {
  const open = async () => (await client.call('GET', `/matters/${matterId}`)).json.followUps;

  it('is put off, handed on, done and taken back', async () => {
    const { people } = await record();
    const petra = people.find(({ name }: { name: string }) => name === 'Petra Lindqvist');
    const what = 'Order the lift-out';
    const made = await client.call('POST', `/matters/${matterId}/follow-ups`, { what, dueOn: '2027-01-04' });
    const { id } = made.json;
    const mine = async () => (await open()).find((one: { id: string }) => one.id === id);
    expect(await mine()).toMatchObject({ what, dueOn: '2027-01-04', person: 'Idris Quill' });
    const change = { dueOn: '2027-01-11', personId: petra.id };
    expect((await client.call('PATCH', `/follow-ups/${id}`, change)).status).toBe(200);
    expect(await mine()).toMatchObject({ what, dueOn: '2027-01-11', person: 'Petra Lindqvist' });
    await client.call('PATCH', `/follow-ups/${id}`, { done: true });
    expect(await mine()).toBeUndefined();
    await client.call('PATCH', `/follow-ups/${id}`, { done: false });
    expect(await mine()).toBeDefined();
  });

  it.each([
    ['no words', { what: ' ', dueOn: '2027-01-04' }, 400],
    ['a day there is not', { what: 'x', dueOn: '2027-02-30' }, 400],
    ['somebody there is not', { what: 'x', dueOn: '2027-01-04', personId: 'nobody' }, 422],
  ])('with %s is refused', async (_what, body, status) => {
    expect((await client.call('POST', `/matters/${matterId}/follow-ups`, body)).status).toBe(status);
  });
});
