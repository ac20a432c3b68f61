import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { MATTER_TYPES } from '../../demo/matterTypes.ts';
import { checkInItself } from '../../core/template/checkTemplate.ts';
import { documentOf } from '../../core/template/document.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { STARTER_PACK } from './starterPack.ts';
import { readContent } from './readContent.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';
import { saveTemplateFile } from './saveTemplateFile.ts';

let services: TestPractice;
let client: Client;
let other: TestPractice;
let elsewhere: Client;
beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  other = await openPractice();
  elsewhere = await serve(other);
  await client.call('GET', '/session');
  await elsewhere.call('GET', '/session');
});
afterAll(async () => {
  await client.close();
  await elsewhere.close();
  await services.close();
  await other.close();
});

describe('the starter set', () => {
  it('is twenty templates and twelve passages that suit any matter type with a client', async () => {
    expect([STARTER_PACK.templates.length, STARTER_PACK.passages.length]).toEqual([20, 12]);
    const passages = new Map(
      STARTER_PACK.passages.map(({ id, name, body }) => [
        id,
        { name, body: documentOf((body as unknown as { content: readonly BlockNode[] }).content) },
      ]),
    );
    for (const { name, content } of STARTER_PACK.templates) {
      const problems = checkInItself(await readContent(services.everything, content), passages);
      expect([name, problems]).toEqual([name, []]);
    }
    expect(MATTER_TYPES.some(({ roles }) => roles.some(({ key }) => key === 'client'))).toBe(true);
  });

  it('is taken in once, but for the names that are there already, and a second time changes nothing', async () => {
    const first = (await client.call('POST', '/template-packs/starter')).json;
    expect(first).toEqual({ templates: 19, passages: 11, known: ['Closing the matter', 'Confidential'] });
    const again = (await client.call('POST', '/template-packs/starter')).json;
    expect([again.templates, again.passages, again.known.length]).toEqual([0, 0, 32]);
    const shelf = (
      await client.call(
        'GET',
        `/matters/${(await client.call('GET', '/matters?query=SV-2041')).json.items[0].id}/shelf`,
      )
    ).json.items;
    expect(shelf.find(({ name }: { name: string }) => name === 'Welcome')).toMatchObject({
      readiness: 'ready',
    });
  });
});

describe('a pack', () => {
  it('goes out with all it links and comes back in another practice, saying the same', async () => {
    const passage = (
      await client.call('POST', '/passages', {
        name: 'Carried along',
        body: {
          type: 'doc',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'carried along' }] }],
        },
      })
    ).json;
    const terms = { name: 'Terms.pdf', read: async () => Buffer.from('%PDF-1.7 made up') };
    const file = await saveTemplateFile(services, await services.as('maud'), terms);
    const made = (
      await client.call('POST', '/templates', {
        name: 'Carrier',
        channel: 'email',
        content: {
          recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] },
          subject: [],
          body: { type: 'doc', content: [{ type: 'passage', attrs: { id: passage.id } }] },
          blanks: [],
          // A file of the practice's own stays with it.
          documents: [{ kind: 'fixed', fileId: file.id, name: 'Terms.pdf' }],
          category: '',
        },
      })
    ).json;
    const pack = (await client.call('POST', '/template-packs/make', { ids: [made.id] })).json;
    expect([pack.templates.length, pack.passages.length]).toEqual([1, 1]);
    expect(pack.templates[0].content.documents).toEqual([]);
    const taken = await elsewhere.call('POST', '/template-packs', pack);
    expect(taken.json).toMatchObject({ templates: 1, passages: 1 });
    const [there] = (await elsewhere.call('GET', '/templates?query=carrier')).json.items;
    const matterId = (await elsewhere.call('GET', '/matters?query=SV-2041')).json.items[0].id;
    const draft = (await elsewhere.call('POST', `/matters/${matterId}/messages`, { templateId: there.id }))
      .json;
    expect(draft.text).toBe('carried along');
    const own = (await elsewhere.call('GET', `/templates/${there.id}`)).json.content.body.content[0].attrs.id;
    expect(own).not.toBe(passage.id);
  });

  it('that is none, or holds what a letter cannot, is refused whole', async () => {
    const pack = { ...STARTER_PACK, templates: STARTER_PACK.templates.slice(0, 1) };
    const before = (await elsewhere.call('GET', '/templates?limit=200')).json.items.length;
    expect((await elsewhere.call('POST', '/template-packs', { ...pack, format: 'another' })).status).toBe(
      400,
    );
    const [first] = pack.templates;
    const script = {
      ...first,
      name: 'Bad',
      content: { ...first?.content, body: { type: 'doc', content: [{ type: 'script' }] } },
    };
    expect(
      (await elsewhere.call('POST', '/template-packs', { ...pack, templates: [script] })).json.code,
    ).toBe('badDocument');
    const lied = {
      ...pack,
      pictures: {
        // A page that calls itself a picture.
        ['e'.repeat(64)]: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>').toString('base64'),
      },
    };
    expect((await elsewhere.call('POST', '/template-packs', lied)).json.code).toBe('badPicture');
    expect((await elsewhere.call('GET', '/templates?limit=200')).json.items.length).toBe(before);
  });
});

describe('one template as a file', () => {
  it('is filled in, and no field’s name is in it', async () => {
    const matterId = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
    for (const format of ['eml', 'html']) {
      const file = await client.call(
        'GET',
        `/templates/template-fee-note/file?matterId=${matterId}&format=${format}`,
      );
      const content = file.bytes.toString('utf8');
      expect(file.status).toBe(200);
      expect(content).toContain('Saltmarsh Wren');
      expect(content).not.toMatch(/fact\.|calculated\.|row\./);
      expect(file.headers.get('content-disposition')).toContain('attachment');
    }
  });
});

describe('two thousand templates', () => {
  it('are listed a page at a time, and found by a word of one', async () => {
    const rows = Array.from({ length: 2_000 }, (_, n) => ({
      id: `many-${n}`,
      name: `Many ${String(n).padStart(4, '0')}`,
      channel: 'email',
      standing: 'shared',
      words: `many ${n} wording`,
      current_version_id: 'template-report-1',
    }));
    for (let at = 0; at < rows.length; at += 200)
      await services.db('templates').insert(rows.slice(at, at + 200));
    const page = (await client.call('GET', '/templates?query=many&limit=100')).json;
    expect([page.items.length, page.next]).toEqual([100, expect.any(String)]);
    const found = (await client.call('GET', '/templates?query=many%201999%20wording')).json.items;
    expect(found.map(({ name }: { name: string }) => name)).toEqual(['Many 1999']);
  });
});
