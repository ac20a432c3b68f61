import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.call('GET', '/session');
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const text = (words: string) => ({ type: 'text', text: words });
const field = (path: string, attrs: object = {}) => ({
  type: 'field',
  attrs: { path, format: 'plain', ...attrs },
});
const para = (...content: readonly object[]) => ({ type: 'paragraph', content });
const contentOf = (...blocks: readonly object[]) => ({
  recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] },
  subject: [text('About '), field('fact.vessel')],
  body: { type: 'doc', content: blocks },
  blanks: [],
  documents: [],
  category: 'Letter',
});
const template = async (name: string, ...blocks: readonly object[]) =>
  (await client.call('POST', '/templates', { name, channel: 'email', content: contentOf(...blocks) })).json;
const matterId = async (query = 'SV-2041'): Promise<string> =>
  (await client.call('GET', `/matters?query=${query}`)).json.items[0].id;
const start = async (templateId: string) =>
  (await client.call('POST', `/matters/${await matterId()}/messages`, { templateId })).json;
const upload = async (
  path: string,
  files: readonly (readonly [name: string, bytes: Uint8Array | string])[],
) => {
  const form = new FormData();
  for (const [name, bytes] of files) form.append('files', new Blob([bytes as BlobPart]), name);
  const session = await client.call('GET', '/session');
  const cookie = session.headers.get('set-cookie') ?? (await cookieOf());
  const answer = await fetch(`${client.origin}/api/v1${path}`, {
    method: 'POST',
    headers: { Origin: client.origin, Cookie: cookie.split(';')[0] ?? '' },
    body: form,
  });
  return { status: answer.status, json: (await answer.json()) as never };
};
const cookieOf = async (): Promise<string> =>
  (await fetch(`${client.origin}/api/v1/session`)).headers.get('set-cookie') ?? '';

describe('templates', () => {
  it('are their maker’s alone until shared, then on everybody’s shelf', async () => {
    const made = await template('Mine', para(text('Hello '), field('fact.vessel')));
    expect(made).toMatchObject({ standing: 'private', version: 1, problems: [] });
    await client.signIn('idris@tidewell-roe.example');
    expect((await client.call('GET', `/templates/${made.id}`)).status).toBe(404);
    const shelf = async (): Promise<string[]> =>
      (await client.call('GET', `/matters/${await matterId()}/shelf`)).json.items.map(
        (item: { name: string }) => item.name,
      );
    expect(await shelf()).not.toContain('Mine');
    await client.signIn('maud@tidewell-roe.example');
    await client.call('POST', `/templates/${made.id}/standing`, { standing: 'shared' });
    await client.signIn('idris@tidewell-roe.example');
    expect(await shelf()).toContain('Mine');
    await client.signIn('maud@tidewell-roe.example');
    await client.call('POST', `/templates/${made.id}/standing`, { standing: 'retired' });
    expect(await shelf()).not.toContain('Mine');
  });

  it('cannot be approved with an error, and say where it is', async () => {
    const made = await template('Wrong', para(field('fact.nowhere')));
    const refused = await client.call('POST', `/templates/${made.id}/standing`, { standing: 'approved' });
    expect([refused.status, refused.json.code]).toEqual([422, 'badTemplate']);
    expect(refused.json.problems[0]).toMatchObject({ code: 'unknownField', severity: 'error' });
    const partly = await template('Partly', para(field('date.loss')));
    expect(partly.problems).toMatchObject([{ code: 'unknownField', severity: 'warning' }]);
    expect(
      (await client.call('POST', `/templates/${partly.id}/standing`, { standing: 'approved' })).status,
    ).toBe(200);
  });

  it('make a version of each change, refuse to write over a newer one, and go back', async () => {
    const first = await template('Versions', para(text('one')));
    const change = (baseVersionId: string, words: string) =>
      client.call('PATCH', `/templates/${first.id}`, {
        baseVersionId,
        content: contentOf(para(text(words))),
        why: words,
      });
    const second = (await change(first.versionId, 'two')).json;
    expect(second.version).toBe(2);
    const late = await change(first.versionId, 'three');
    expect([late.status, late.json.code]).toEqual([409, 'templateChanged']);
    const compared = (
      await client.call(
        'GET',
        `/templates/${first.id}/compare?from=${first.versionId}&to=${second.versionId}`,
      )
    ).json;
    expect(compared.body).toEqual([
      { kind: 'removed', text: 'one' },
      { kind: 'added', text: 'two' },
    ]);
    const back = (await client.call('POST', `/templates/${first.id}/versions/${first.versionId}/restore`))
      .json;
    expect([back.version, back.content.body.content[0].content[0].text]).toEqual([3, 'one']);
  });

  it('are found by name, tag, folder and the words inside', async () => {
    const made = await template('Findable', para(text('a Zürich wording nobody else has')));
    await client.call('PATCH', `/templates/${made.id}`, {
      baseVersionId: made.versionId,
      folder: 'Odd',
      tags: ['rare'],
    });
    const names = async (query: string): Promise<string[]> =>
      (await client.call('GET', `/templates?${query}`)).json.items.map((item: { name: string }) => item.name);
    expect(await names('query=zurich%20nobody')).toEqual(['Findable']);
    expect(await names('query=rare')).toEqual(['Findable']);
    expect(await names('folder=Odd')).toEqual(['Findable']);
    expect(await names('tag=rare')).toEqual(['Findable']);
    expect((await client.call('GET', '/template-shelves')).json.folders).toContainEqual({
      name: 'Odd',
      count: 1,
    });
    const page = (await client.call('GET', '/templates?limit=2')).json;
    const next = (await client.call('GET', `/templates?limit=2&after=${encodeURIComponent(page.next)}`)).json;
    expect(next.items[0].name > page.items[1].name).toBe(true);
  });

  it('are filled in as they are written, without being kept', async () => {
    const draft = {
      channel: 'text',
      content: contentOf(para(text('On board '), field('fact.vessel'), text(' – now'))),
      matterId: await matterId(),
    };
    const look = (await client.call('POST', '/template-drafts/preview', draft)).json;
    expect(look.preview.to).toEqual(['Ines Okafor', 'Aksel Lund']);
    expect(JSON.stringify(look.preview.body)).toContain('Saltmarsh Wren');
    expect(look.segments).toMatchObject({ encoding: 'UCS-2', because: '–' });
    const broken = (
      await client.call('POST', '/template-drafts/preview', {
        channel: 'email',
        content: contentOf({ type: 'script' }),
      })
    ).json;
    expect(broken.unreadable).toBe('unknownNode');
    const pdf = await client.call('POST', '/template-drafts/letter', { ...draft, channel: 'letter' });
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('say which open matters can use them, and what a new wording would touch', async () => {
    const report = 'template-report';
    const table = (await client.call('GET', `/templates/${report}/readiness`)).json;
    expect(table.counts.unavailable).toBeGreaterThan(0);
    expect(table.items.find((item: { reference: string }) => item.reference === 'SV-2041')).toMatchObject({
      readiness: 'blanks',
    });
    const draft = await start(report);
    const impact = (
      await client.call('POST', `/templates/${report}/impact`, contentOf(para(field('date.loss'))))
    ).json;
    expect(impact.drafts.map(({ messageId }: { messageId: string }) => messageId)).toContain(draft.id);
    expect([impact.loses, impact.gains]).toEqual([['Condition survey'], ['Damage claim']]);
  });

  it('list their fields with what a matter says', async () => {
    const fields = (await client.call('GET', `/template-fields?matterId=${await matterId()}`)).json;
    const vessel = fields.fields.find(({ path }: { path: string }) => path === 'fact.vessel');
    expect(vessel).toMatchObject({ label: 'Vessel', value: 'Saltmarsh Wren' });
    expect(fields.repeats.find(({ over }: { over: string }) => over === 'party.owner').rows).toBe(2);
  });
});

describe('passages and signatures', () => {
  it('changed once are changed in every template that links them', async () => {
    const made = (
      await client.call('POST', '/passages', {
        name: 'Hours',
        body: { type: 'doc', content: [para(text('open from nine'))] },
      })
    ).json;
    const one = await template(
      'Uses hours',
      para(text('We are '), { type: 'passageWords', attrs: { id: made.id } }),
    );
    const two = await template('Uses hours too', { type: 'passage', attrs: { id: made.id } });
    expect((await start(one.id)).text).toBe('We are open from nine');
    await client.call('PATCH', `/passages/${made.id}`, {
      baseVersionId: made.versionId,
      body: { type: 'doc', content: [para(text('open from ten'))] },
    });
    expect([(await start(one.id)).text, (await start(two.id)).text]).toEqual([
      'We are open from ten',
      'open from ten',
    ]);
    const seen = (await client.call('GET', `/passages/${made.id}`)).json;
    expect(seen.usedIn.templates.map(({ name }: { name: string }) => name)).toEqual([
      'Uses hours',
      'Uses hours too',
    ]);
    const kept = await client.call('DELETE', `/passages/${made.id}`);
    expect([kept.status, kept.json.code]).toEqual([409, 'passageInUse']);
  });

  it('refuse to stand within themselves, by whatever way', async () => {
    const doc = (...content: readonly object[]) => ({ type: 'doc', content });
    const a = (await client.call('POST', '/passages', { name: 'A', body: doc(para(text('a'))) })).json;
    const b = (
      await client.call('POST', '/passages', {
        name: 'B',
        body: doc({ type: 'passage', attrs: { id: a.id } }),
      })
    ).json;
    const circle = await client.call('PATCH', `/passages/${a.id}`, {
      baseVersionId: a.versionId,
      body: doc({ type: 'passage', attrs: { id: b.id } }),
    });
    expect(circle).toMatchObject({
      status: 422,
      json: { because: [{ code: 'withinItself', path: 'A → B → A' }, {}] },
    });
  });

  it('give each person one default signature, and every template has it at once', async () => {
    const sign = async (words: string): Promise<string> =>
      (
        await client.call('POST', '/passages', {
          name: words,
          body: { type: 'doc', content: [para(text(words))] },
        })
      ).json.id;
    const made = await template('Signed', para(text('Bye')), { type: 'signature' });
    const maud = (await client.call('GET', '/session')).json.user.id;
    for (const words of ['Cheerio, Maud', 'Yours, Maud']) {
      const people = (await client.call('PATCH', `/signatures/${maud}`, { passageId: await sign(words) }))
        .json.people;
      expect(people.filter(({ id }: { id: string }) => id === maud)).toHaveLength(1);
    }
    expect((await start(made.id)).text).toBe('Bye\n\nYours, Maud');
    await client.call('PATCH', `/signatures/${maud}`, { passageId: null });
    expect((await start(made.id)).text).toContain('Principal surveyor');
  });
});

describe('pictures', () => {
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );

  it('travel within the message, and stand in its HTML by what they hold', async () => {
    const kept = await upload('/pictures', [['mark.png', png]]);
    expect(kept).toMatchObject({ status: 201, json: { mediaType: 'image/png', width: 1, height: 1 } });
    const { picture } = kept.json as { picture: string };
    const made = await template(
      'Pictured',
      para({ type: 'picture', attrs: { picture, alt: 'our mark', width: 40 } }),
    );
    const draft = await start(made.id);
    expect(draft.html).toContain(`src="/api/v1/pictures/${picture}"`);
    const sent = await client.call('POST', `/messages/${draft.id}/send`, {
      holdSeconds: 600,
      acknowledged: ['noSubject'],
    });
    expect(sent.status).toBe(202);
    const [row] = await services.db('messages').where({ id: draft.id }).select('frozen');
    const raw = (await services.blobs.get(JSON.parse(row.frozen).blob)).toString('latin1');
    expect(raw).toContain(`Content-ID: <${picture.slice(0, 32)}@pictures>`);
    expect((await client.call('GET', `/pictures/${picture}`)).bytes.equals(png)).toBe(true);
  });

  it('that are none are refused by their bytes, whatever their name', async () => {
    for (const bytes of ['<svg xmlns="http://www.w3.org/2000/svg"/>', 'GIF89', ''])
      expect(await upload('/pictures', [['x.png', bytes]])).toMatchObject({
        status: 422,
        json: { code: 'badPicture' },
      });
  });
});

describe('a file that a template encloses each time', () => {
  it('is kept by its bytes, is what they say, and goes along from then on', async () => {
    const kept = await upload('/template-files', [['Terms of ours.pdf', '%PDF-1.7 made up']]);
    expect(kept).toMatchObject({
      status: 201,
      json: { name: 'Terms of ours.pdf', mediaType: 'application/pdf', sizeBytes: 16 },
    });
    expect(
      ((await upload('/template-files', [['fake.pdf', 'no page']])).json as { mediaType: string }).mediaType,
    ).toBe('application/octet-stream');
    expect((await upload('/template-files', [['empty.pdf', '']])).status).toBe(422);
    const made = await client.call('POST', '/templates', {
      name: 'With our terms',
      channel: 'email',
      content: {
        recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] },
        subject: [{ type: 'text', text: 'Terms' }],
        body: {
          type: 'doc',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Enclosed.' }] }],
        },
        blanks: [],
        documents: [
          { kind: 'fixed', fileId: (kept.json as { id: string }).id, name: 'Terms of ours.pdf' },
          { kind: 'ask', label: 'A plan', required: true },
        ],
        category: '',
      },
    });
    const matter = (await client.call('GET', '/matters?query=SV-2041')).json.items[0].id;
    const draft = await client.call('POST', `/matters/${matter}/messages`, { templateId: made.json.id });
    expect(draft.json.enclosures).toMatchObject([{ fileName: 'Terms of ours.pdf', sizeBytes: 16 }]);
    expect(draft.json.wanted).toEqual([{ label: 'A plan' }]);
  });
});

describe('wording brought in', () => {
  const page =
    '<html><head><title>Your survey</title><script>alert(1)</script></head><body><p>Dear [Client Name],</p><p onclick="x()">We saw <b>&lt;Vessel&gt;</b> on ____.</p><ul><li>one</li></ul><img src="https://track.example/p.gif"></body></html>';
  const mail =
    'Subject: Ref %REF%\r\nFrom: a@x.example\r\nContent-Type: text/plain; charset=utf-8\r\n\r\nDear [Client Name],\r\n\r\nAll is well.\r\n';

  it('is cleaned, read for codes and gaps, and becomes templates in one pass', async () => {
    const read = await upload('/wording-imports/read', [
      ['Old page.html', page],
      ['old.eml', mail],
      ['note.txt', 'Subject: Hello\n\nDear {client},\n\nbye'],
      ['sheet.xlsx', 'x'],
      ['broken.docx', 'not a zip'],
    ]);
    const { items } = read.json as {
      items: {
        problem: string | null;
        gaps: { key: string; proposed: object }[];
        body: object;
        subject: object[];
      }[];
    };
    expect(items.map(({ problem }) => problem === null)).toEqual([true, true, true, false, false]);
    // Where a picture was is named among what was left out; nothing of it stands in the wording.
    expect(JSON.stringify({ ...items[0], leftOut: [] })).not.toMatch(/alert|onclick|track\.example/);
    expect(items[0]?.gaps.map(({ key }) => key)).toEqual([
      'client name',
      'vessel',
      expect.stringContaining('____'),
    ]);
    const kept = await client.call('POST', '/wording-imports', {
      folder: 'Old',
      items: items.slice(0, 3).map(({ subject, body, gaps }, n) => ({
        name: `Brought in ${n}`,
        subject,
        body,
        decisions: Object.fromEntries(gaps.map(({ key, proposed }) => [key, proposed])),
      })),
    });
    expect(kept.status).toBe(201);
    const detail = (await client.call('GET', `/templates/${kept.json.templates[0].id}`)).json;
    expect(JSON.stringify(detail.content)).not.toMatch(/\[Client|____|&lt;Vessel/);
    expect(detail.content.blanks).toHaveLength(1);
  });

  it('is refused where it would unpack to more than any letter', async () => {
    const entry = Buffer.alloc(46);
    entry.writeUInt32LE(0x02014b50, 0);
    entry.writeUInt32LE(4_000_000_000, 24);
    const end = Buffer.alloc(22);
    end.writeUInt32LE(0x06054b50, 0);
    const bomb = await upload('/wording-imports/read', [['bomb.docx', Buffer.concat([entry, end])]]);
    expect(bomb.json).toMatchObject({
      items: [{ problem: { code: 'unpacksTooLarge', megabytes: 4000 } }],
    });
  });
});
