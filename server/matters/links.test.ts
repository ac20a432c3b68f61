import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WORDING } from '../app/tests/expectations.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let renewal: string;
let survey: { readonly id: string; readonly reference: string };
let others: readonly { readonly id: string }[];

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('idris@tidewell-roe.example');
  const of = (type: string) =>
    services.db('matters').where({ type_id: type, restricted: 0 }).select('id', 'reference');
  [{ id: renewal }] = await of('type-certificate-renewal');
  [survey, ...others] = await of('type-condition-survey');
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const record = async (id = renewal) => (await client.call('GET', `/matters/${id}/record`)).json;
const link = async (links: object, id = renewal) =>
  client.call('PATCH', `/matters/${id}`, { revision: (await record(id)).revision, links });
const body = (path: string) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'field', attrs: { path } }] }],
});
const templateOf = async (path: string): Promise<string> => {
  const { json } = await client.call('POST', '/templates', {
    name: `Says ${path}`,
    channel: 'email',
    content: {
      ...WORDING,
      body: body(path),
    },
  });
  return json.id;
};
const said = async (templateId: string): Promise<string> =>
  (await client.call('GET', `/matters/${renewal}/shelf/${templateId}`)).json.text;

describe('a matter that stands beside another', () => {
  it('is shown on both, says the other’s facts in messages, and is taken back', async () => {
    const reference = await templateOf('linked.survey.reference');
    const vessel = await templateOf('linked.survey.fact-vessel');
    expect(await said(reference)).not.toContain(survey.reference);
    const done = await link({ survey: survey.id });
    expect(done.status).toBe(200);
    expect(done.json.record.links.survey).toMatchObject({ id: survey.id, reference: survey.reference });
    expect(await said(reference)).toContain(survey.reference);
    const { facts } = await record(survey.id);
    expect(await said(vessel)).toContain(facts.vessel.text);
    expect((await client.call('GET', `/matters/${renewal}`)).json.linked).toMatchObject([
      { label: 'Survey', id: survey.id, reference: survey.reference },
    ]);
    expect((await client.call('GET', `/matters/${survey.id}`)).json.linkedFrom).toMatchObject([
      { label: 'Certificate renewal', id: renewal },
    ]);
    const undone = await client.call('PATCH', `/matters/${renewal}`, done.json.undo);
    expect(undone.json.record.links).toEqual({});
    expect((await client.call('GET', `/matters/${survey.id}`)).json.linkedFrom).toEqual([]);
  });

  it.each([
    ['a name that its type has not', () => ({ twin: survey.id }), 'noSuch'],
    ['a matter of another type', () => ({ survey: renewal }), 'doesNotFit'],
    ['a matter there is not', () => ({ survey: '00000000-0000-4000-8000-00000000ffff' }), 'doesNotFit'],
  ])('is refused %s', async (_what, links, code) => {
    const { status, json } = await link(links());
    expect([status, json.because[0].code]).toEqual([422, code]);
  });

  it('says nothing of one that whoever writes may not see', async () => {
    const [hidden] = others;
    const id = hidden?.id ?? '';
    await link({ survey: id });
    const templateId = await templateOf('linked.survey.title');
    const { title } = await record(id);
    expect(await said(templateId)).toContain(title);
    await services.db('matters').where({ id }).update({ restricted: 1, responsible_id: 'person-jonas' });
    expect(await said(templateId)).not.toContain(title);
    expect((await client.call('GET', `/matters/${renewal}`)).json.linked).toEqual([]);
    const bytes = (await client.call('GET', `/matters/${renewal}/record`)).bytes.toString('utf8');
    expect(bytes).not.toContain(id);
  });
});

describe('a type whose matters others stand beside', () => {
  it('is told which templates of those would break', async () => {
    const { items } = (await client.call('GET', '/matter-types')).json;
    const { definition } = items.find(({ id }: { id: string }) => id === 'type-condition-survey');
    const lost = async (changed: object): Promise<readonly string[]> =>
      (await client.call('POST', '/matter-types/type-condition-survey/impact', changed)).json.templates.map(
        ({ name }: { name: string }) => name,
      );
    expect(await lost(definition)).toEqual([]);
    expect(await lost({ ...definition, keyDates: [] })).toContain('Certificate: applied for');
  });
});
