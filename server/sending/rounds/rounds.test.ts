import { describe, expect, it } from 'vitest';
import { ACCEPTS, runOnce } from '../../app/tests/practice.ts';
import { useDesk } from '../../app/tests/desk.ts';
import { unscoped } from '../../access/unscoped.ts';
import { listDue } from '../queries.ts';
import { resumeRounds, wakeRound } from './roundWork.ts';

const desk = useDesk();
const SURVEYS = { typeId: 'type-condition-survey', state: 'open' };
/** Longer than any round is held. */
const LATER_MS = 10 * 60_000;

const call = (method: string, path: string, body?: unknown) => desk.client.call(method, path, body);
const readRound = async (id: string) => (await call('GET', `/rounds/${id}`)).json;
const messages = async (id: string, query = '') =>
  (await call('GET', `/rounds/${id}/messages${query}`)).json.items;

/** Makes a round and waits until it is prepared. */
async function prepared(templateId: string, more: object = {}) {
  const made = await call('POST', '/rounds', { templateId, set: { where: SURVEYS }, ...more });
  expect(made.status).toBe(201);
  await wakeRound(desk.services, made.json.id);
  return readRound(made.json.id);
}

async function steer(id: string, how: string, body: object = {}) {
  const answer = await call('POST', `/rounds/${id}/${how}`, how === 'send' ? body : undefined);
  await wakeRound(desk.services, id);
  return answer;
}

/** Has everything sent that is due by then. */
async function later(ms: number) {
  const now = desk.services.now();
  desk.services.now = () => now + ms;
  await runOnce(desk.services, ACCEPTS);
}

const as = (firstName: string) => desk.client.signIn(`${firstName}@tidewell-roe.example`);

describe('a set', () => {
  it('counts the matters that a typed condition holds, and the people on them', async () => {
    const count = async (where: object) => (await call('POST', '/sets/count', { where })).json;
    const all = await count({});
    const surveys = await count(SURVEYS);
    expect(surveys.matters).toBe(3);
    expect(all.matters).toBeGreaterThan(surveys.matters);
    expect((await count({ ...SURVEYS, role: 'owner' })).people).toBeLessThan(surveys.people);
    const asks = (test: object) =>
      count({ ...SURVEYS, when: { join: 'all', conditions: [{ path: 'date.surveyDay', test }] } });
    const [within, filled] = [
      await asks({ op: 'within', fromDays: -20_000, untilDays: 20_000 }),
      await asks({ op: 'filled' }),
    ];
    expect(within).toEqual(filled);
    expect((await asks({ op: 'within', fromDays: 19_999, untilDays: 20_000 })).matters).toBe(0);
    const sent = await count({ ...SURVEYS, notSent: { category: 'Engagement', days: 20_000 } });
    expect(sent.matters).toBeLessThan(3);
    expect((await count({ ...SURVEYS, notSent: { category: 'Never used', days: 20_000 } })).matters).toBe(3);
  });

  it('is kept under a name, and shared; only whoever made it deletes it', async () => {
    const saved = await call('POST', '/sets', { name: ' Surveys ', where: SURVEYS, shared: true });
    expect(saved.json).toMatchObject({ name: 'Surveys', shared: true, own: true });
    await as('idris');
    const [seen] = (await call('GET', '/sets')).json.items;
    expect(seen).toMatchObject({ name: 'Surveys', own: false });
    expect((await call('DELETE', `/sets/${seen.id}`)).status).toBe(404);
    await as('maud');
    expect((await call('DELETE', `/sets/${seen.id}`)).status).toBe(200);
  });
});

describe('preparing a round', () => {
  it('makes an ordinary draft on each matter, which the sheet can open', async () => {
    const round = await prepared('template-closing');
    expect(round).toMatchObject({ state: 'ready', counts: { all: 3, ready: 3 } });
    for (const { id, matterId, to } of await messages(round.id)) {
      const sheet = (await call('GET', `/messages/${id}`)).json;
      expect(sheet).toMatchObject({ matterId, state: 'draft', templateId: 'template-closing' });
      expect(sheet.to.map(({ name }: { name: string }) => name)).toEqual(to);
    }
  });

  it('says who is left out and why, and who needs an answer', async () => {
    const reminder = await prepared('template-last-reminder');
    expect(reminder.kinds).toContainEqual({ group: 'out', kind: 'noAddress', count: 1 });
    const [left] = await messages(reminder.id, '?group=out');
    expect(left).toMatchObject({ hasDraft: false, canTakeIn: false });
    const late = await prepared('template-chaser');
    expect(late.kinds).toEqual([{ group: 'fill', kind: 'waitingFor', count: 3 }]);
  });

  it('leaves out whoever wants no rounds of its kind, whom a message of its own still reaches', async () => {
    const before = await prepared('template-closing');
    const [{ to, matterId }] = await messages(before.id, '?group=ready');
    const [person] = (await call('GET', `/contacts?query=${encodeURIComponent(to[0])}`)).json.items;
    const detail = (await call('GET', `/contacts/${person.id}`)).json;
    const wants = async (noRounds: string[]) => {
      const { revision, contact } = (await call('GET', `/contacts/${person.id}`)).json;
      const changed = await call('PATCH', `/contacts/${person.id}`, {
        revision,
        contact: { ...contact, noRounds },
      });
      expect(changed.status, JSON.stringify(changed.json)).toBe(200);
    };
    expect(detail.contact.noRounds).toEqual([]);
    await wants(['Closing']);
    const after = await prepared('template-closing');
    const all = (await messages(after.id)) as {
      kind: string;
      to: string[];
      canTakeIn: boolean;
      group: string;
    }[];
    expect(all.filter(({ group }) => group !== 'out').flatMap((one) => one.to)).not.toContain(to[0]);
    for (const left of all.filter(({ kind }) => kind === 'wantsNone')) expect(left.canTakeIn).toBe(false);
    const alone = await prepared('template-closing', { set: { contactIds: [person.id] } });
    expect(alone.kinds).toEqual([{ group: 'out', kind: 'wantsNone', count: 1 }]);
    const single = await call('POST', `/matters/${matterId}/messages`, { templateId: 'template-closing' });
    expect(single.json.to.map(({ name }: { name: string }) => name)).toContain(to[0]);
    await wants([]);
  });

  it('reads references, and names those that lead nowhere', async () => {
    const [{ matterReference }] = await messages((await prepared('template-closing')).id);
    const round = await prepared('template-closing', {
      set: { references: [matterReference, 'SV-0000', matterReference] },
    });
    expect(round).toMatchObject({ unknown: ['SV-0000'], counts: { all: 1 } });
  });

  it('writes to contacts without a matter', async () => {
    const { items } = (await call('GET', '/contacts?query=okafor')).json;
    const round = await prepared('template-birthday', { set: { contactIds: [items[0].id] } });
    expect(round.counts.all).toBe(1);
    const [only] = await messages(round.id);
    expect(only.to).toEqual([items[0].name]);
  });

  it('goes by another channel where the first does not reach somebody, and gives each person one where it is asked', async () => {
    const each = await prepared('template-closing', {
      onePer: 'person',
      role: 'owner',
      channels: ['letter'],
    });
    const people = (await messages(each.id)).map(({ to }: { to: string[] }) => to.join());
    expect(new Set(people).size).toBe(people.length);
    const both = await prepared('template-last-reminder', { channels: ['letter', 'email'] });
    expect((await messages(both.id)).map(({ channel }: { channel: string }) => channel)).toContain('email');
  });

  it('is refused where nobody belongs to it', async () => {
    const none = await call('POST', '/rounds', {
      templateId: 'template-closing',
      set: { references: ['SV-0000'] },
    });
    expect(none.status).toBe(400);
    expect(JSON.stringify(none.json)).toContain('roundHasNobody');
  });
});

describe('mending a round', () => {
  it('answers a blank for all, or for one; what one has of its own stays', async () => {
    const round = await prepared('template-chaser');
    const [first] = await messages(round.id);
    const own = await call('PATCH', `/rounds/${round.id}/messages/${first.id}`, {
      answers: { waitingFor: 'the log book' },
    });
    expect(own.json.group).toBe('ready');
    const all = await call('PATCH', `/rounds/${round.id}`, { answers: { waitingFor: 'the invoices' } });
    expect(all.json.counts).toMatchObject({ ready: 3, fill: 0 });
    const answers = (await messages(round.id)).map(
      (one: { answers: { waitingFor: string } }) => one.answers.waitingFor,
    );
    expect(answers).toEqual(['the log book', 'the invoices', 'the invoices']);
  });

  it('ignores a caution of one kind for all, takes one out and in again', async () => {
    const round = await prepared('template-report-when');
    expect(round.kinds).toContainEqual({ group: 'look', kind: 'dayInPast', count: 1 });
    const ignored = await call('PATCH', `/rounds/${round.id}`, { ignore: 'dayInPast' });
    expect(ignored.json.counts).toMatchObject({ ready: 3, look: 0 });
    const [first] = await messages(round.id);
    const path = `/rounds/${round.id}/messages/${first.id}`;
    expect((await call('PATCH', path, { in: false })).json).toMatchObject({
      group: 'out',
      kind: 'byHand',
      canTakeIn: true,
    });
    const again = await call('PATCH', `/rounds/${round.id}`, { takeIn: 'byHand' });
    expect(again.json.counts).toMatchObject({ ready: 3, out: 0 });
  });

  it('stays behind for whoever wants none since it was prepared', async () => {
    const round = await prepared('template-closing');
    const [{ to }] = await messages(round.id, '?group=ready');
    const [person] = (await call('GET', `/contacts?query=${encodeURIComponent(to[0])}`)).json.items;
    const wants = async (noRounds: string[]) => {
      const { revision, contact } = (await call('GET', `/contacts/${person.id}`)).json;
      await call('PATCH', `/contacts/${person.id}`, { revision, contact: { ...contact, noRounds } });
    };
    await wants(['Closing']);
    expect((await steer(round.id, 'send')).status).toBe(202);
    const left = (await messages(round.id, '?group=out')) as { kind: string; to: string[] }[];
    expect(left.filter(({ kind }) => kind === 'wantsNone').flatMap((one) => one.to)).toContain(to[0]);
    const going = (await messages(round.id, '?group=going')) as { to: string[] }[];
    expect(going.flatMap((one) => one.to)).not.toContain(to[0]);
    await steer(round.id, 'stop');
    await wants([]);
  });

  it('looks again at what was changed on its sheet', async () => {
    const round = await prepared('template-chaser');
    const [first] = await messages(round.id);
    await desk.change(first.id, { answers: { waitingFor: 'the log book' } });
    await readRound(round.id);
    await wakeRound(desk.services, round.id);
    expect((await readRound(round.id)).counts).toMatchObject({ ready: 1, fill: 2 });
  });
});

describe('sending a round', () => {
  it('holds it long enough to stop it whole, files each on its own matter, and says what became of each', async () => {
    const round = await prepared('template-yard-thanks');
    expect(round.unusual).toContainEqual({ code: 'firstTime' });
    expect((await steer(round.id, 'send')).status).toBe(202);
    const going = await readRound(round.id);
    expect(going).toMatchObject({ state: 'sending', counts: { going: 3, ready: 0 } });
    expect(going.leavesAtUtc).toBeGreaterThanOrEqual(desk.services.now() + 60_000);
    await later(LATER_MS);
    expect(await readRound(round.id)).toMatchObject({ state: 'done', counts: { gone: 3 } });
    for (const { matterId, stateDetail } of await messages(round.id)) {
      const entry = await desk.services.db('entries').where({ id: stateDetail.entryId }).first('matter_id');
      expect(entry.matter_id).toBe(matterId);
    }
    const report = (await call('GET', `/rounds/${round.id}/report.csv`)).bytes.toString('utf8');
    expect(report.match(/,sent,/g)).toHaveLength(3);
  });

  it('sends those that are named, spread over time, and the others afterwards', async () => {
    const round = await prepared('template-closing');
    const [first, second] = await messages(round.id);
    await steer(round.id, 'send', { messageIds: [first.id, second.id], perMinute: 1 });
    const leaves = (await messages(round.id, '?group=going')).map(
      (one: { stateDetail: { leavesAtUtc: number } }) => one.stateDetail.leavesAtUtc,
    );
    expect(leaves[1] - leaves[0]).toBe(60_000);
    expect((await readRound(round.id)).counts).toMatchObject({ going: 2, ready: 1 });
  });

  it('comes back to its drafts when it is stopped, and goes on when it was paused, each once', async () => {
    const round = await prepared('template-cover');
    await steer(round.id, 'send');
    await steer(round.id, 'pause');
    expect(await readRound(round.id)).toMatchObject({ state: 'paused', counts: { going: 0, ready: 3 } });
    expect((await steer(round.id, 'send')).status).toBe(400);
    await steer(round.id, 'resume');
    expect(await readRound(round.id)).toMatchObject({ state: 'sending', counts: { going: 3 } });
    await steer(round.id, 'stop');
    expect(await readRound(round.id)).toMatchObject({ state: 'stopped', counts: { going: 0, ready: 3 } });
    await later(LATER_MS);
    expect((await readRound(round.id)).counts.gone).toBe(0);
    await steer(round.id, 'send');
    await later(LATER_MS);
    const done = await messages(round.id);
    expect(
      new Set(done.map((one: { stateDetail: { entryId: string } }) => one.stateDetail.entryId)).size,
    ).toBe(3);
  });

  it('keeps back what changed between preparing and sending, and says so', async () => {
    const round = await prepared('template-fee-note');
    const [first] = await messages(round.id);
    const sheet = (await call('GET', `/messages/${first.id}`)).json;
    const { contactId } = sheet.to[0];
    await desk.services.write((tx) =>
      tx('contacts').where({ id: contactId }).update({ do_not_write_to: true }),
    );
    await steer(round.id, 'send');
    const [left] = await messages(round.id, '?group=out');
    expect(left).toMatchObject({ id: first.id, kind: 'notToBeWrittenTo' });
    expect((await readRound(round.id)).counts.going).toBe(2);
    await desk.services.write((tx) =>
      tx('contacts').where({ id: contactId }).update({ do_not_write_to: false }),
    );
  });

  it('stands still where whoever made it may send no more, and goes on after a start', async () => {
    await as('jonas');
    const round = await prepared('template-next-survey');
    await call('POST', `/rounds/${round.id}/send`);
    await desk.services.write((tx) =>
      tx('round_messages').where({ round_id: round.id }).update({ handed: false, ordered: 1 }),
    );
    await wakeRound(desk.services, round.id);
    await as('maud');
    await resumeRounds(desk.services);
    await wakeRound(desk.services, round.id);
    expect((await readRound(round.id)).counts.going + (await readRound(round.id)).counts.out).toBeGreaterThan(
      0,
    );
  });

  it('above the practice’s number it waits for a second person', async () => {
    const before = (await call('GET', '/practice/sending')).json;
    await as('idris');
    const settings = (await call('GET', '/practice/sending')).json;
    expect((await call('PATCH', '/practice/sending', { ...settings, releaseAbove: 2 })).status).toBe(200);
    await as('maud');
    const round = await prepared('template-who-is-who');
    expect(round.needsRelease).toBe(true);
    const asked = (await steer(round.id, 'send')).json;
    expect(asked).toMatchObject({ asksRelease: true, mayRelease: false, state: 'ready' });
    expect((await readRound(round.id)).counts.going).toBe(0);
    expect((await steer(round.id, 'release')).status).toBe(400);
    await as('jonas');
    expect((await readRound(round.id)).mayRelease).toBe(true);
    expect((await steer(round.id, 'release')).status).toBe(202);
    // Of the matters that Jonas may see all go; of another nothing is released.
    const released = await readRound(round.id);
    expect(released).toMatchObject({ releasedBy: 'Jonas Roe', state: 'sending', asksRelease: false });
    expect(released.counts.going).toBe(released.counts.all);
    await as('maud');
    expect(before.releaseAbove).toBe(50);
  });

  it('lets a message that a person sent by itself leave before those of rounds', async () => {
    const scope = unscoped(desk.services.db, 'seeding');
    const later = desk.services.now() + LATER_MS;
    const ofRounds = await listDue(scope, later, 50, 'rounds');
    expect(ofRounds.length).toBeGreaterThan(0);
    expect((await listDue(scope, later, 50, 'singles')).some(({ roundId }) => roundId !== undefined)).toBe(
      false,
    );
  });
});

describe('the letters of a round', () => {
  it('are one PDF in their order with a bookmark each, on right-hand pages where it is wanted, or a ZIP', async () => {
    const round = await prepared('template-last-reminder');
    const { PDFDocument, PDFName } = await import('@cantoo/pdf-lib');
    const read = async (query: string) =>
      PDFDocument.load((await call('GET', `/rounds/${round.id}/letters.pdf${query}`)).bytes);
    const [single, duplex] = [await read(''), await read('?duplex=true')];
    const { ready } = round.counts;
    expect(ready).toBeGreaterThan(1);
    expect(single.getPageCount()).toBe(ready);
    expect(duplex.getPageCount()).toBe(2 * ready - 1);
    expect(single.catalog.get(PDFName.of('Outlines'))).toBeDefined();
    const zip = await call('GET', `/rounds/${round.id}/letters.zip`);
    expect(zip.bytes.subarray(0, 2).toString()).toBe('PK');
    const none = await prepared('template-closing');
    expect((await call('GET', `/rounds/${none.id}/letters.pdf`)).status).toBe(400);
  });
});

it('what a person may not see is not there for them in a round of somebody else’s', async () => {
  const round = await prepared('template-closing');
  await as('petra');
  const before = await messages(round.id);
  const [first] = before;
  const restrict = (restricted: boolean) =>
    desk.services.write((tx) => tx('matters').where({ id: first.matterId }).update({ restricted }));
  await restrict(true);
  expect((await readRound(round.id)).counts.all).toBe(before.length - 1);
  expect((await messages(round.id)).map(({ id }: { id: string }) => id)).not.toContain(first.id);
  expect((await readRound(round.id)).set.where).toEqual(SURVEYS);
  expect((await call('PATCH', `/rounds/${round.id}/messages/${first.id}`, { in: false })).status).toBe(404);
  await restrict(false);
  await as('maud');
});

it('a round is deleted with what is still a draft of it', async () => {
  const round = await prepared('template-closing');
  const [first] = await messages(round.id);
  expect((await call('DELETE', `/rounds/${round.id}`)).status).toBe(200);
  expect((await call('GET', `/rounds/${round.id}`)).status).toBe(404);
  expect((await call('GET', `/messages/${first.id}`)).status).toBe(404);
});
