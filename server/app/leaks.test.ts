import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WORDING } from './tests/expectations.ts';
import { openPractice, sendOne, serve } from './tests/practice.ts';
import type { Client, TestPractice } from './tests/practice.ts';
import { keptBlobs } from '../practice/verificationQueries.ts';
import { saveTemplateFile } from '../templates/saveTemplateFile.ts';
import { viewFound } from '../practice/verificationView.ts';

let services: TestPractice;
let maud: Client;
let petra: Client;
let hidden: {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly type_id: string;
};
let openId: string;

beforeAll(async () => {
  services = await openPractice();
  hidden = await services.db('matters').where({ restricted: 1 }).first();
  await services.db('matters').where({ id: hidden.id }).update({ responsible_id: 'person-maud' });
  await services.db('matter_access').where({ matter_id: hidden.id }).delete();
  openId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
  maud = await serve(services);
  await maud.signIn('maud@tidewell-roe.example');
  petra = await serve(services);
  await petra.signIn('petra@tidewell-roe.example');
}, 60_000);
afterAll(async () => {
  await maud.close();
  await petra.close();
  await services.close();
});

describe('a stored file', () => {
  it('is not had by naming its hash in a template’s wording', async () => {
    const { blob } = await services.db('documents').where({ matter_id: hidden.id }).first();
    for (const rule of [
      { kind: 'fixed', name: 'Mine.pdf', blob, mediaType: 'application/pdf', sizeBytes: 0 },
      { kind: 'fixed', fileId: blob, name: 'Mine.pdf' },
      { kind: 'fixed', fileId: 'never-uploaded', name: 'Mine.pdf' },
    ]) {
      const made = await petra.call('POST', '/templates', {
        name: 'Thief',
        channel: 'email',
        content: { ...WORDING, documents: [rule] },
      });
      expect([400, 422]).toContain(made.status);
    }
  });

  it('is not had as a picture by its hash either', async () => {
    const { blob } = await services.db('documents').where({ matter_id: hidden.id }).first();
    expect((await petra.call('GET', `/pictures/${blob}`)).status).toBe(404);
  });
});

describe('counts', () => {
  it('hold no more than whoever asks may see', async () => {
    const { contact_id } = await services.db('parties').where({ matter_id: hidden.id }).first();
    const { name } = await services.db('contacts').where({ id: contact_id }).first();
    const mattersOf = async (client: Client): Promise<number> => {
      const { items } = (await client.call('GET', `/contacts?query=${encodeURIComponent(name)}`)).json;
      return items.find(({ id }: { id: string }) => id === contact_id).matters;
    };
    expect((await mattersOf(maud)) - (await mattersOf(petra))).toBe(1);

    const ofType = async (client: Client): Promise<number> =>
      (await client.call('GET', '/matter-types')).json.items.find(
        ({ id }: { id: string }) => id === hidden.type_id,
      ).matters;
    expect((await ofType(maud)) - (await ofType(petra))).toBe(1);

    const { subject } = await services.db('entries').where({ matter_id: hidden.id }).first();
    const search = (client: Client) =>
      client.call('GET', `/correspondence?words=${encodeURIComponent(subject)}`);
    const counted = (json: { readonly counts: object }): number =>
      [...JSON.stringify(json.counts).matchAll(/\d+/g)].reduce((sum, [n]) => sum + Number(n), 0);
    const [hers, others] = [(await search(maud)).json, (await search(petra)).json];
    expect(counted(hers)).toBeGreaterThan(counted(others));
    expect(JSON.stringify(others)).not.toContain(hidden.reference);
  });

  it('of what a change of a matter type touches leave out what is hidden', async () => {
    const type = (await maud.call('GET', '/matter-types')).json.items.find(
      ({ id }: { id: string }) => id === hidden.type_id,
    );
    const without = { ...type.definition, facts: type.definition.facts.slice(1), nameFact: undefined };
    const touched = async (client: Client): Promise<number> => {
      const { json } = await client.call('POST', `/matter-types/${type.id}/impact`, without);
      return json.touches[0].matters;
    };
    expect((await touched(maud)) - (await touched(petra))).toBe(1);
  });
});

describe('names', () => {
  it('of private templates are not told as uses of a passage', async () => {
    const passage = (await maud.call('POST', '/passages', { name: 'Shared words', body: WORDING.body })).json;
    await maud.call('POST', '/templates', {
      name: 'Maud’s own secret',
      channel: 'email',
      content: {
        ...WORDING,
        body: { type: 'doc', version: 1, content: [{ type: 'passage', attrs: { id: passage.id } }] },
      },
    });
    const told = async (client: Client) =>
      (await client.call('GET', `/passages/${passage.id}`)).bytes.toString();
    expect(await told(maud)).toContain('Maud’s own secret');
    expect(await told(petra)).not.toContain('Maud’s own secret');
    // It is in use all the same, and is not taken from under her.
    expect((await petra.call('DELETE', `/passages/${passage.id}`)).json.code).toBe('passageInUse');
  });

  it('of hidden matters are not told where their number is asked for', async () => {
    const open = (reference: string) =>
      petra.call('POST', '/matters', { typeId: hidden.type_id, title: 'New', reference });
    const [taken, passed] = [await open(hidden.reference), await open('SV-1')];
    expect(taken.status).toBe(passed.status);
    expect(taken.json.because[0]).toEqual({ ...passed.json.because[0], reference: hidden.reference });
    expect(passed.json.because[0].code).toBe('referenceNotFree');
  });

  it('of what was found broken are told as far as they may be seen', async () => {
    const { subject } = await services.db('entries').where({ matter_id: hidden.id }).first();
    const { reference } = hidden;
    const needed = { place: 'entry', name: null, subject, reference, matterId: hidden.id } as const;
    const found = {
      entries: 9,
      brokenSeal: { entryId: 'e', matterId: hidden.id, subject },
      files: 4,
      brokenFiles: [{ sha256: 'f'.repeat(64), why: 'changed', neededBy: [needed] }],
      notFindable: [{ subject, matterId: hidden.id }],
      strayWords: 0,
    } as const;
    expect(JSON.stringify(viewFound(found, new Set()))).toContain(reference);
    const told = viewFound(found, new Set([hidden.id]));
    expect(JSON.stringify(told)).not.toContain(reference);
    expect(JSON.stringify(told)).not.toContain(JSON.stringify(subject));
    expect(told).toMatchObject({ brokenSeal: { subject: null }, oneNotFindable: null, broken: 1 });
  });

  it('of where an entry went are not told where it was, once that is a restricted matter', async () => {
    const note = (
      await maud.call('POST', `/matters/${openId}/notes`, { category: 'Call', subject: 'Moves', text: 'x' })
    ).json;
    await maud.call('POST', `/correspondence/${note.id}/move`, { matterId: hidden.id });
    const { bytes } = await petra.call('GET', `/matters/${openId}/correspondence`);
    expect(bytes.toString()).toContain('was moved to another matter');
    expect(bytes.includes(hidden.reference)).toBe(false);
  });
});

describe('what nobody is named by', () => {
  it('is a private template that the last message of a matter came from', async () => {
    const template = (
      await maud.call('POST', '/templates', { name: 'Hers alone', channel: 'email', content: WORDING })
    ).json;
    const messageId = await sendOne(services, maud, `/matters/${openId}/messages`, {
      templateId: template.id,
      contactIds: [],
    });
    const { id } = await services.db('entries').where({ message_id: messageId }).first();
    const shelf = async (client: Client) => (await client.call('GET', `/matters/${openId}/shelf`)).json;
    expect((await shelf(maud)).lastSent).toBe('Hers alone');
    expect(JSON.stringify(await shelf(petra))).not.toContain('Hers alone');
    expect((await petra.call('GET', `/correspondence/${id}`)).bytes.includes('Hers alone')).toBe(false);
  });

  it('is mail in the in-tray, nor a template’s file, to whoever has the archive checked', async () => {
    const file = { name: 'Maud’s private terms.pdf', read: async () => Buffer.from('%PDF-1.7 x') };
    await saveTemplateFile(services, await services.as('maud'), file);
    const subjects: string[] = await services.db('incoming').pluck('subject');
    const words = [...(await keptBlobs(services.everything)).values()].flat();
    const unnamed = words.filter(({ matterId }) => matterId === null).map((one) => JSON.stringify(one));
    expect(unnamed.length).toBeGreaterThan(subjects.length);
    for (const name of [...subjects, file.name])
      expect(unnamed.filter((one) => one.includes(name))).toEqual([]);
  });
});

describe('rights that end', () => {
  it('end with what was begun under them: an export is not fetched any more', async () => {
    await services.db('matter_access').insert({ matter_id: hidden.id, person_id: 'person-petra' });
    const { id } = (await petra.call('POST', '/exports', { form: 'csv', query: { matterId: hidden.id } }))
      .json;
    for (let state = 'running'; state === 'running';)
      state = (await petra.call('GET', `/exports/${id}`)).json.state;
    expect((await petra.call('GET', `/exports/${id}/file`)).status).toBe(200);
    await services.db('matter_access').where({ person_id: 'person-petra' }).delete();
    expect((await petra.call('GET', `/exports/${id}/file`)).status).toBe(404);
  });

  it('end with the session: nothing is heard after signing out', async () => {
    const other = await serve(services);
    await other.signIn('maud@tidewell-roe.example');
    const cookie = other.cookie();
    const heard = await other.listen(async () => {
      await other.call('DELETE', '/session');
      services.changes.tell({ kind: 'matter', id: openId, matterId: openId });
    });
    expect(cookie).not.toBe('');
    expect(heard).not.toContain(openId);
    await other.close();
  });

  it('are looked at for every event: what became hidden is heard of no more', async () => {
    await services.db('matter_access').insert({ matter_id: hidden.id, person_id: 'person-petra' });
    const heard = await petra.listen(async () => {
      services.changes.tell({ kind: 'matter', id: 'seen-by-her', matterId: hidden.id });
      await new Promise((done) => setTimeout(done, 100));
      await services.db('matter_access').where({ person_id: 'person-petra' }).delete();
      services.changes.tell({ kind: 'matter', id: 'not-for-her', matterId: hidden.id });
    });
    expect(heard).toContain('seen-by-her');
    expect(heard).not.toContain('not-for-her');
  });

  it('are not an administrator’s by being one: a restricted matter is for those it was given', async () => {
    const idris = await serve(services);
    await idris.signIn('idris@tidewell-roe.example');
    expect((await idris.call('GET', `/matters/${hidden.id}`)).status).toBe(404);
    await idris.close();
  });
});

describe('restricting a matter', () => {
  const restrict = async (client: Client, change: object) => {
    const { revision } = (await client.call('GET', `/matters/${openId}/record`)).json;
    return client.call('PATCH', `/matters/${openId}`, { revision, ...change });
  };

  it('hides it from all but those it is given to, and keeps it in sight of whoever does it', async () => {
    const done = await restrict(petra, { restricted: true, visibleTo: ['person-sunniva'] });
    expect(done.status).toBe(200);
    expect(done.json.record).toMatchObject({ restricted: true });
    expect([...done.json.record.visibleTo].sort()).toEqual(['person-petra', 'person-sunniva']);
    const others = await serve(services);
    await others.signIn('ambrose@tidewell-roe.example');
    expect((await others.call('GET', `/matters/${openId}`)).status).toBe(404);
    await others.signIn('sunniva@tidewell-roe.example');
    expect((await others.call('GET', `/matters/${openId}`)).status).toBe(200);
    expect((await restrict(others, { restricted: false })).json.code).toBe('notYours');
    await others.close();
    expect((await petra.call('PATCH', `/matters/${openId}`, done.json.undo)).json.record.restricted).toBe(
      false,
    );
  });

  it('refuses somebody who is not there', async () => {
    const { status } = await restrict(petra, { restricted: true, visibleTo: ['nobody'] });
    expect([status, (await petra.call('GET', `/matters/${openId}/record`)).json.restricted]).toEqual([
      422,
      false,
    ]);
  });
});
