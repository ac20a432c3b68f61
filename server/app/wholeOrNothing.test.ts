import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import { changing } from '../access/change.ts';
import { findMatter } from '../matters/queries.ts';
import { STARTER_PACK } from '../templates/starterPack.ts';
import { openPractice, serve } from './tests/practice.ts';
import type { Client, TestPractice } from './tests/practice.ts';

let services: TestPractice;
let client: Client;
let matters: readonly string[];

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matters = await services
    .db('matters')
    .where({ restricted: 0 })
    .whereNot({ id: GENERAL_FILE })
    .orderBy('seq')
    .pluck('id');
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

const count = async (table: string): Promise<number> =>
  (await services.db(table).count<{ n: number }[]>({ n: '*' }).first())?.n ?? 0;

async function arrived(subject: string, from = 'x@elsewhere.example'): Promise<string> {
  const { bytes } = await mailOf({ from, to: ['office@tidewell-roe.example'], subject, text: 'Words.' });
  return (await receiveMail(services, services.everything, { bytes, source: 'smtp', deliveredTo: [] })).id;
}

const note = async (subject: string): Promise<string> =>
  (await client.call('POST', `/matters/${matters[0]}/notes`, { category: 'Call', subject, text: 'x' })).json
    .id;

describe('two at once', () => {
  it('move an entry once: the second is told, and nothing of theirs is kept', async () => {
    const id = await note('Pulled both ways');
    const before = await count('entries');
    const move = (matterId: string | undefined) =>
      client.call('POST', `/correspondence/${id}/move`, { matterId });
    const answers = await Promise.all([move(matters[1]), move(matters[2])]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(answers.find(({ status }) => status === 409)?.json.code).toBe('decidedMeanwhile');
    expect((await count('entries')) - before).toBe(2);
  });

  it('file a message once', async () => {
    const id = await arrived('Filed by two');
    const file = (matterId: string | undefined) =>
      client.call('POST', `/in-tray/${id}/file`, { matterIds: [matterId] });
    const answers = await Promise.all([file(matters[0]), file(matters[1])]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(await services.db('entries').where({ subject: 'Filed by two' })).toHaveLength(1);
  });

  it('put it aside once', async () => {
    const id = await arrived('Aside by two');
    const answers = await Promise.all([1, 2].map(() => client.call('POST', `/in-tray/${id}/aside`)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it('change a draft one after the other, or are told', async () => {
    const { id } = (await client.call('POST', `/matters/${matters[0]}/messages`, {})).json;
    const answers = await Promise.all(
      ['One', 'Two'].map((subject) => client.call('PATCH', `/messages/${id}`, { revision: 1, subject })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it('bring the same message in once', async () => {
    const { bytes } = await mailOf({
      from: 'x@y.example',
      to: ['office@tidewell-roe.example'],
      subject: 'Twice',
      text: 'x',
    });
    const receive = () =>
      receiveMail(services, services.everything, { bytes, source: 'smtp', deliveredTo: [] });
    const outcomes = (await Promise.all([receive(), receive()])).map(({ outcome }) => outcome);
    expect(outcomes.sort()).toEqual(['known', 'waiting']);
  });
});

describe('all of it or nothing', () => {
  it('is put back: what was filed on two matters, one of which it has left since', async () => {
    const id = await arrived('Filed on two');
    const filed = (await client.call('POST', `/in-tray/${id}/file`, { matterIds: [matters[0], matters[1]] }))
      .json;
    await client.call('POST', `/correspondence/${filed.entries[1].entryId}/move`, { matterId: matters[2] });
    const before = [await count('entries'), await count('audit_events'), await count('entry_standings')];
    expect((await client.call('POST', `/in-tray/${id}/back`)).status).toBe(409);
    expect([await count('entries'), await count('audit_events'), await count('entry_standings')]).toEqual(
      before,
    );
    expect((await services.db('incoming').where({ id }).first()).state).toBe('filed');
  });

  it('is filed: several, one on a matter that is not there', async () => {
    const [first, second] = [await arrived('Many 1'), await arrived('Many 2')];
    const many = (matterId: string | undefined) =>
      client.call('POST', '/in-tray/file', {
        items: [
          { id: first, matterId: matters[0] },
          { id: second, matterId },
        ],
      });
    expect((await many('nowhere')).status).toBe(404);
    expect(await services.db('entries').whereIn('subject', ['Many 1', 'Many 2'])).toEqual([]);
    expect((await many(matters[1])).json.entries).toHaveLength(2);
    // A second time there is nothing left to do.
    expect((await many(matters[1])).json.entries).toEqual([]);
  });

  it('is made of a sender: a contact and a party', async () => {
    const id = await arrived('A new broker', 'new.broker@elsewhere.example');
    const before = await count('contacts');
    const make = (role: string) =>
      client.call('POST', `/in-tray/${id}/party`, { matterId: matters[0], role });
    expect((await make('no such role')).status).toBeGreaterThanOrEqual(400);
    expect(await count('contacts')).toBe(before);
    const { type_id } = await services.db('matters').where({ id: matters[0] }).first();
    const { definition } = (await client.call('GET', '/matter-types')).json.items.find(
      (one: { id: string }) => one.id === type_id,
    );
    const made = await make(definition.roles.find((one: { many: boolean }) => one.many).key);
    expect([made.status, made.json.name, (await count('contacts')) - before]).toEqual([200, 'New Broker', 1]);
    const undone = await client.call('PATCH', `/matters/${matters[0]}`, made.json.undo);
    expect(undone.status).toBe(200);
    expect(undone.json.record.parties.map(({ name }: { name: string }) => name)).not.toContain('New Broker');
  });

  it('is taken in: a pack that breaks off at its last template', async () => {
    const before = [await count('templates'), await count('passages')];
    const [first] = STARTER_PACK.templates;
    const broken = {
      ...first,
      name: 'Last',
      content: { ...first?.content, documents: [{ kind: 'letter', templateId: 7 }] },
    };
    const pack = { ...STARTER_PACK, templates: [...STARTER_PACK.templates, broken] };
    expect((await client.call('POST', '/template-packs', pack)).status).toBeGreaterThanOrEqual(400);
    expect([await count('templates'), await count('passages')]).toEqual(before);
  });

  it('is kept of a change only with its audit, and told only once it is kept', async () => {
    const told: string[] = [];
    const stop = services.changes.listen(({ id }) => told.push(id));
    const maud = await services.as('maud');
    const write = (work: Parameters<typeof changing>[2]) => changing(services, maud, work as never);
    const put = async (
      { tx, tell }: { tx: never; tell: (event: never) => void },
      key: string,
    ): Promise<void> => {
      await (tx as TestPractice['db'])('settings').insert({ key, value: '1' });
      tell({ kind: 'template', id: key } as never);
      expect(told).not.toContain(key);
    };
    await expect(write((change) => put(change as never, 'unaudited'))).rejects.toThrow('without an audit');
    await expect(
      write(async (change) => {
        await put(change as never, 'thrown');
        await change.audit('x', 'practice', 'practice');
        throw new Error('half way');
      }),
    ).rejects.toThrow('half way');
    await write(async (change) => {
      await put(change as never, 'kept');
      await change.audit('x', 'practice', 'practice');
    });
    stop();
    expect(told).toEqual(['kept']);
    expect(
      await services.db('settings').whereIn('key', ['unaudited', 'thrown', 'kept']).pluck('key'),
    ).toEqual(['kept']);
  });

  it('is told rather than waited for: a change that reads outside itself', async () => {
    const maud = await services.as('maud');
    await expect(
      changing(services, maud, async () => {
        await findMatter(maud, matters[0] ?? '');
      }),
    ).rejects.toThrow('reads outside its own transaction');
  });
});
