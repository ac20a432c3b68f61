import { describe, expect, it } from 'vitest';
import { useDesk } from '../../app/tests/desk.ts';
import { serve } from '../../app/tests/practice.ts';
import type { Answer } from '../../app/tests/practice.ts';
import { filesIn } from '../../app/tests/zip.ts';

const desk = useDesk();

/** Puts files on a matter as a form does. */
async function put(
  files: readonly (readonly [name: string, content: string | Buffer])[],
  category = 'Report',
  matterId = desk.matterId,
  versionOf = '',
): Promise<{ readonly status: number; readonly json: Answer['json'] }> {
  const form = new FormData();
  form.set('category', category);
  if (versionOf !== '') form.set('versionOf', versionOf);
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

describe('versions', () => {
  it('are given as such whatever the file is called, and compared word by word', async () => {
    const [first] = (await put([['Findings.txt', 'Three planks are soft.']])).json.items;
    const [second] = (
      await put([['findings v2 FINAL.txt', 'Four planks are soft.']], '', desk.matterId, first.id)
    ).json.items;
    expect(second).toMatchObject({ name: 'Findings', category: 'Report', version: 2, before: first.id });
    const { parts } = (await desk.client.call('GET', at(second.id, '/comparison'))).json;
    expect(parts.filter(({ kind }: { kind: string }) => kind !== 'same')).toEqual([
      { kind: 'removed', text: 'Three' },
      { kind: 'added', text: 'Four' },
    ]);
    expect((await desk.client.call('GET', at(first.id, '/comparison'))).json).toEqual({ parts: [] });
    expect((await put([['x.txt', 'x']], '', desk.matterId, 'nowhere')).status).toBe(404);
  });
});

describe('chosen documents', () => {
  const bundle = (ids: readonly string[], as: string) =>
    desk.client.call('GET', `/matters/${desk.matterId}/documents-bundle?ids=${ids.join(',')}&as=${as}`);

  it('are one ZIP, each under a name of its own', async () => {
    const { items } = (
      await put([
        ['Same.txt', 'one'],
        ['same.txt', 'two'],
      ])
    ).json;
    const { bytes } = await bundle(
      items.map(({ id }: { id: string }) => id),
      'zip',
    );
    const names = [...(await filesIn(bytes)).keys()];
    expect(names).toEqual(['Same.txt', 'same (2).txt']);
  });

  it('are one PDF, texts and PDFs together; what cannot be a page is named', async () => {
    const { items } = (
      await put([
        ['Page.txt', 'A page of words'],
        ['Sound.mp3', 'ID3'],
      ])
    ).json;
    const [text, sound] = items.map(({ id }: { id: string }) => id);
    const pdf = await bundle([text], 'pdf');
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect((await bundle([text, sound], 'pdf')).status).toBe(400);
    expect((await bundle(['nothing'], 'zip')).status).toBe(404);
  });
});

describe('what went and came with messages', () => {
  it('is listed once for the same bytes, each with its entries', async () => {
    const { items } = (await desk.client.call('GET', `/matters/${desk.matterId}/enclosed-files`)).json;
    expect(items.length).toBeGreaterThan(0);
    const { entries, name } = items[0];
    const bytes = (
      await desk.client.call('GET', `/correspondence/${entries[0].entryId}/attachments/${entries[0].index}`)
    ).bytes;
    expect(bytes.length).toBeGreaterThan(0);
    expect(name).not.toBe('');
  });
});

describe('the folder', () => {
  it('is sorted by name, category, day and size, either way', async () => {
    await put([
      ['Aa.txt', 'longer than the other'],
      ['zz.txt', 'x'],
    ]);
    const names = async (sort: string) => (await list(`&sort=${sort}`)).map(({ name }) => name.toLowerCase());
    const up = await names('name');
    expect(up).toEqual([...up].sort());
    expect(await names('name&reversed=true')).toEqual([...up].reverse());
    expect((await list('&sort=size')).map(({ name }) => name).indexOf('Aa')).toBeLessThan(
      (await list('&sort=size')).map(({ name }) => name).indexOf('zz'),
    );
    expect((await list('&sort=category')).length).toBe(up.length);
  });

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
