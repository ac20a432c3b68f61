import { describe, expect, it } from 'vitest';
import { NOBODY } from '../../contract/directory.ts';
import type { ContactJson, MembershipJson } from '../../contract/directory.ts';
import { useDesk } from '../app/tests/desk.ts';
import { renewForemost } from './membershipQueries.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';

const desk = useDesk();

const at = (organisation: string, more: Partial<MembershipJson> = {}): MembershipJson => ({
  organisationId: null,
  organisation,
  position: '',
  from: null,
  until: null,
  ...more,
});
const make = async (part: Partial<ContactJson>) =>
  (await desk.client.call('POST', '/contacts', { ...NOBODY, familyName: 'Fenwright', ...part })).json;
type Part = { readonly [K in keyof ContactJson]?: ContactJson[K] | undefined };
const change = (made: { id: string; revision: number; contact: ContactJson }, part: Part) =>
  desk.client.call('PATCH', `/contacts/${made.id}`, {
    revision: made.revision,
    contact: { ...made.contact, ...part },
  });
const read = async (id: string) => (await desk.client.call('GET', `/contacts/${id}`)).json;
const organisationsCalled = async (name: string) =>
  (
    await desk.client.call('GET', `/contacts?kind=organisation&query=${encodeURIComponent(name)}`)
  ).json.items.map(({ name: called }: { name: string }) => called);

describe('people and their organisations', () => {
  it('belong to several, each with a position and a span; today’s first is the one beside their name', async () => {
    const made = await make({
      memberships: [
        at('Old Quay Ropes', { position: 'Foreman', until: '2020-12-31' }),
        at('Saltmere Chandlers', { position: 'Buyer', from: '2021-01-01' }),
        at('Port Sennet Regatta', { position: 'Steward' }),
      ],
    });
    expect(made.contact).toMatchObject({ organisation: 'Saltmere Chandlers', position: 'Buyer' });
    expect(made.contact.memberships.map(({ organisation }: MembershipJson) => organisation)).toEqual([
      'Old Quay Ropes',
      'Saltmere Chandlers',
      'Port Sennet Regatta',
    ]);
    const [{ id }] = (await desk.client.call('GET', '/contacts?query=Saltmere&kind=organisation')).json.items;
    expect((await read(id)).people).toMatchObject([{ contactId: made.id, position: 'Buyer' }]);
    // Whoever looks for any of them finds the person.
    const found = (await desk.client.call('GET', '/contacts?query=Regatta&kind=person')).json.items;
    expect(found).toMatchObject([{ id: made.id }]);
  });

  it('belong to the organisation that is called so, however it is written, and to no second one', async () => {
    const made = await make({ memberships: [at('hallam SLIP')] });
    expect(made.contact.organisation).toBe('Hallam Slip');
    const typed = await make({ organisation: 'Hallam Slip', position: 'Rigger' });
    expect(typed.contact.memberships).toMatchObject([{ organisation: 'Hallam Slip', position: 'Rigger' }]);
    expect(await organisationsCalled('Hallam Slip')).toEqual(['Hallam Slip']);
  });

  it('are shown under its new name when an organisation is renamed, and are found by that', async () => {
    const made = await make({ memberships: [at('Grebe Sails')] });
    const organisation = await read(made.contact.memberships[0].organisationId);
    await change(organisation, { name: 'Grebe and Daughter Sails' });
    expect((await read(made.id)).contact.organisation).toBe('Grebe and Daughter Sails');
    const found = (await desk.client.call('GET', '/contacts?query=daughter&kind=person')).json.items;
    expect(found).toMatchObject([{ id: made.id }]);
  });

  it('go over to the next when a span ends, on the day after it', async () => {
    const made = await make({
      memberships: [at('Tern Divers', { until: '2026-11-30' }), at('Shoal Divers', { from: '2026-12-01' })],
    });
    expect(made.contact.organisation).toBe('Tern Divers');
    const on = (day: string) => desk.services.write((tx) => renewForemost(tx, day as PlainDate));
    await on('2026-11-30');
    expect((await read(made.id)).contact.organisation).toBe('Tern Divers');
    expect(await on('2026-12-01')).toBe(1);
    expect((await read(made.id)).contact.organisation).toBe('Shoal Divers');
    expect(await on('2026-12-01')).toBe(0);
  });

  it('are refused a span that ends before it begins, and an organisation without a name', async () => {
    const made = await make({});
    const backwards = await change(made, {
      memberships: [at('Eider Paints', { from: '2026-02-01', until: '2026-01-31' })],
    });
    expect([backwards.status, backwards.json.because[0]]).toEqual([
      422,
      { code: 'endsBeforeItBegins', name: 'Eider Paints' },
    ]);
    const nameless = await change(made, { memberships: [at(' ')] });
    expect([nameless.status, nameless.json.because[0].code]).toEqual([422, 'noSuch']);
    expect(await organisationsCalled('Eider')).toEqual([]);
  });

  it('stay with those who are joined: two people’s organisations, and two organisations’ people', async () => {
    const [ours, theirs] = [
      await make({ memberships: [at('Dunlin Ropes')] }),
      await make({ memberships: [at('Dunlin Ropes'), at('Knot Chandlery', { position: 'Clerk' })] }),
    ];
    const joined = await desk.client.call('POST', `/contacts/${ours.id}/merge`, { otherId: theirs.id });
    expect(joined.json.contact.memberships).toMatchObject([
      { organisation: 'Dunlin Ropes' },
      { organisation: 'Knot Chandlery', position: 'Clerk' },
    ]);
    const [dunlin, knot] = joined.json.contact.memberships.map(
      ({ organisationId }: MembershipJson) => organisationId,
    );
    const one = await desk.client.call('POST', `/contacts/${knot}/merge`, { otherId: dunlin });
    expect(one.json.people.map(({ contactId }: { contactId: string }) => contactId)).toContain(ours.id);
    expect((await read(ours.id)).contact.organisation).toBe('Knot Chandlery');
    await desk.client.call('POST', `/contacts/${knot}/unmerge`, { otherId: dunlin });
    const apart = await read(dunlin);
    expect(apart.people.map(({ contactId }: { contactId: string }) => contactId)).toContain(ours.id);
  });

  it('stay, with what is kept of them, where a change speaks of neither', async () => {
    const made = await make({
      memberships: [at('Whimbrel Loft', { position: 'Cutter' })],
      facts: { birthday: { kind: 'date', date: '1970-01-02' } },
    });
    const { memberships: _, facts: __, ...plain } = made.contact;
    const noted = await change(made, {
      ...plain,
      memberships: undefined,
      facts: undefined,
      note: 'Left-handed',
    });
    expect(noted.json.contact).toMatchObject({
      note: 'Left-handed',
      organisation: 'Whimbrel Loft',
      memberships: [{ organisation: 'Whimbrel Loft', position: 'Cutter' }],
      facts: made.contact.facts,
    });
    const bare = { memberships: undefined, facts: undefined };
    const emptied = await change(noted.json, { ...bare, organisation: '', position: '' });
    expect(emptied.json.contact.organisation).toBe('Whimbrel Loft');
    const risen = await change(emptied.json, { ...bare, position: 'Foreman' });
    expect(risen.json.contact.memberships).toMatchObject([{ position: 'Foreman' }]);
  });

  it('bring their matters to the page of their organisation, each saying by whom', async () => {
    const [{ id }] = (await desk.client.call('GET', '/contacts?query=Corrant&kind=organisation')).json.items;
    const { people, matters } = await read(id);
    expect(people.map(({ name }: { name: string }) => name)).toContain('Rafe Bligh');
    expect(matters.some(({ by }: { by: string[] }) => by.includes('Rafe Bligh'))).toBe(true);
  });
});

describe('facts that the practice keeps of its contacts', () => {
  const keep = (items: readonly object[], revision?: string) =>
    desk.client.call('PATCH', '/contact-facts', { items, ...(revision ? { revision } : {}) });
  const BIRTHDAY = { key: 'birthday', label: 'Birthday', kind: 'date' };

  it('are kept of each by their kind, refused where they do not fit, and stay when what is kept changes', async () => {
    const admin = desk.client;
    await admin.signIn('idris@tidewell-roe.example');
    const { revision } = (await admin.call('GET', '/contact-facts')).json;
    const kept = await keep([BIRTHDAY, { key: 'card', label: 'Card', kind: 'text' }], revision);
    expect(kept.json.items.map(({ key }: { key: string }) => key)).toEqual(['birthday', 'card']);
    expect((await keep([BIRTHDAY], revision)).json.code).toBe('settingsChanged');
    expect((await keep([BIRTHDAY, BIRTHDAY])).json.because[0]).toEqual({
      code: 'factTwice',
      key: 'birthday',
    });

    const made = await make({ facts: { birthday: { kind: 'date', date: '1961-03-14' } } });
    expect(made.contact.facts).toEqual({ birthday: { kind: 'date', date: '1961-03-14' } });
    const wrong = await change(made, { facts: { birthday: { kind: 'text', text: 'in spring' } } });
    expect([wrong.status, wrong.json.because[0]]).toEqual([422, { code: 'doesNotFit', label: 'Birthday' }]);
    expect((await change(made, { facts: { height: { kind: 'text', text: 'tall' } } })).status).toBe(422);

    await keep([]);
    const sent = await change(made, { note: 'Rings in the morning' });
    expect(sent.json.contact.facts).toEqual(made.contact.facts);
    await keep([BIRTHDAY]);
    await admin.signIn('maud@tidewell-roe.example');
  });
});
