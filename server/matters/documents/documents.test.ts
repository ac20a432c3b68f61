import { describe, expect, it } from 'vitest';
import { useDesk } from '../../app/tests/desk.ts';
import { serve } from '../../app/tests/practice.ts';
import type { Answer } from '../../app/tests/practice.ts';

const desk = useDesk();

/** Puts files on a matter as a form does. */
async function put(
  files: readonly (readonly [name: string, content: string | Buffer])[],
  category = 'Report',
  matterId = desk.matterId,
): Promise<{ readonly status: number; readonly json: Answer['json'] }> {
  const form = new FormData();
  form.set('category', category);
  for (const [name, content] of files)
    form.append('files', new Blob([new Uint8Array(Buffer.from(content))]), name);
  const response = await fetch(`${desk.client.origin}/api/v1/matters/${matterId}/documents`, {
    method: 'POST',
    headers: { Origin: desk.client.origin, Cookie: desk.client.cookie() },
    body: form,
  });
  return { status: response.status, json: await response.json() };
}

const at = (id: string, rest = '') => `/matters/${desk.matterId}/documents/${id}${rest}`;
const list = async (query = ''): Promise<readonly { id: string; name: string; superseded: boolean }[]> =>
  (await desk.client.call('GET', `/matters/${desk.matterId}/documents?limit=200${query}`)).json.items;

describe('documents that are put on a matter', () => {
  it('are listed, opened and looked at; one called like another is its next version', async () => {
    const first = await put([['Hull survey.txt', 'The keel bolts are sound.']]);
    expect([first.status, first.json.items[0]]).toMatchObject([
      201,
      { name: 'Hull survey', category: 'Report', version: 1, addedBy: 'Maud Tidewell', superseded: false },
    ]);
    const [one] = first.json.items;
    expect((await desk.client.call('GET', at(one.id, '/content'))).bytes.toString()).toContain('keel bolts');
    expect((await desk.client.call('GET', at(one.id, '/preview'))).json).toEqual({
      kind: 'text',
      text: 'The keel bolts are sound.',
      cut: false,
    });
    const second = await put([['hull survey.txt', 'The keel bolts are worn.']]);
    expect(second.json.items[0].version).toBe(2);
    expect((await list()).find(({ id }) => id === one.id)?.superseded).toBe(true);
  });

  it('are found by their names and by the words inside, whatever signs one types', async () => {
    const { json } = await put([['Notes.txt', 'Moisture at frame 17: 40 % above the rest']]);
    const [{ id }] = json.items;
    const found = async (words: string) =>
      (await list(`&query=${encodeURIComponent(words)}`)).map((one) => one.id);
    expect(await found('MOISTURE frame')).toContain(id);
    expect(await found('40 %')).toContain(id);
    expect(await found('4_')).not.toContain(id);
    expect(await found('notes report')).toContain(id);
  });

  it('are put there all or none, and an empty one is named', async () => {
    const before = (await list()).length;
    const refused = await put([
      ['good.txt', 'x'],
      ['empty.txt', ''],
    ]);
    expect([refused.status, refused.json.because[0]]).toEqual([
      422,
      { code: 'fileEmpty', name: 'empty.txt' },
    ]);
    expect(await list()).toHaveLength(before);
  });

  it('are told by what they are, not by what they say', async () => {
    const { json } = await put([
      ['photo.png', '<svg onload=alert(1)>'],
      ['../../etc/passwd', 'x'],
      ['list.csv', 'Item,Amount\n"Bolts, keel",12\n'],
    ]);
    const [photo, path, table] = json.items;
    expect(photo.mediaType).toBe('application/octet-stream');
    expect(path.fileName).not.toMatch(/[/\\]/);
    expect((await desk.client.call('GET', at(photo.id, '/preview'))).json).toEqual({ kind: 'none' });
    expect((await desk.client.call('GET', at(table.id, '/preview'))).json.rows).toEqual([
      ['Item', 'Amount'],
      ['Bolts, keel', '12'],
    ]);
  });
});

describe('a document', () => {
  it('is renamed, described, put into the bin and taken out again', async () => {
    const { json } = await put([['Draft.txt', 'x']]);
    const [{ id }] = json.items;
    const changed = await desk.client.call('PATCH', at(id), {
      name: 'Final',
      line: 'As agreed',
      restricted: true,
    });
    expect(changed.json).toMatchObject({ name: 'Final', line: 'As agreed', restricted: true });
    expect((await desk.client.call('DELETE', at(id))).status).toBe(200);
    expect((await list()).map((one) => one.id)).not.toContain(id);
    expect((await list('&deleted=true')).map((one) => one.id)).toContain(id);
    const matter = (await desk.client.call('GET', `/matters/${desk.matterId}`)).json;
    expect(matter.documents.map((one: { id: string }) => one.id)).not.toContain(id);
    expect((await desk.client.call('PATCH', at(id), { deleted: false })).json.deleted).toBe(false);
    expect((await list()).map((one) => one.id)).toContain(id);
  });

  it('is moved to another matter, where it is its next version; not to one that is hidden', async () => {
    const { json } = await put([['Plan.txt', 'x']]);
    const [{ id }] = json.items;
    const { items } = (await desk.client.call('GET', '/matters')).json;
    const other = items.find((one: { id: string }) => one.id !== desk.matterId);
    await put([['Plan.txt', 'y']], 'Report', other.id);
    const moved = await desk.client.call('PATCH', at(id), { matterId: other.id });
    expect(moved.json.version).toBe(2);
    expect((await desk.client.call('GET', at(id, '/content'))).status).toBe(404);
    const elsewhere = `/matters/${other.id}/documents/${id}`;
    expect((await desk.client.call('PATCH', elsewhere, { matterId: 'nowhere' })).status).toBe(404);
  });

  it('is restricted by whoever may restrict, and described by an assistant', async () => {
    const { json } = await put([['Aside.txt', 'x']]);
    const [{ id }] = json.items;
    const sunniva = await serve(desk.services);
    await sunniva.signIn('sunniva@tidewell-roe.example');
    expect((await sunniva.call('PATCH', at(id), { line: 'An aside' })).status).toBe(200);
    expect((await sunniva.call('PATCH', at(id), { restricted: true })).status).toBe(403);
    await sunniva.close();
  });
});

describe('the folder', () => {
  it('comes in pages, each document once', async () => {
    await put(Array.from({ length: 30 }, (_, n) => [`Page ${n}.txt`, 'x'] as const));
    const seen: string[] = [];
    let after = '';
    do {
      const page = (
        await desk.client.call(
          'GET',
          `/matters/${desk.matterId}/documents?limit=7${after && `&after=${after}`}`,
        )
      ).json;
      seen.push(...page.items.map((one: { id: string }) => one.id));
      after = page.next ?? '';
    } while (after !== '');
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen).toHaveLength((await list()).length);
  });
});
