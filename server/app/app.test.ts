import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from './tests/practice.ts';
import type { Client, TestPractice } from './tests/practice.ts';

let services: TestPractice;
let client: Client;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

async function matterId(reference: string): Promise<string> {
  const { json } = await client.call('GET', `/matters?query=${reference}`);
  return json.items[0].id as string;
}

const start = async (body: unknown, reference = 'SV-2041') =>
  client.call('POST', `/matters/${await matterId(reference)}/messages`, body);
const code = (answer: { json: { code: string } }) => answer.json.code;

describe('the session', () => {
  it('asks for somebody, and in the demo begins with the principal', async () => {
    expect(await client.call('GET', '/matters').then(code)).toBe('notSignedIn');
    const { json, headers } = await client.call('GET', '/session');
    expect(json.user).toMatchObject({ name: 'Maud Tidewell', mayChange: true });
    expect(json.others).toHaveLength(6);
    expect(headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Lax/i);
    expect((await client.call('GET', '/matters')).status).toBe(200);
  });

  it('gives nobody a session for an unknown address', async () => {
    expect(await client.call('POST', '/session', { email: 'nobody@x.example' }).then(code)).toBe(
      'signInRefused',
    );
  });

  it('lets a reader read and change nothing', async () => {
    await client.signIn('ambrose@tidewell-roe.example');
    expect((await client.call('GET', '/matters')).status).toBe(200);
    expect(await start({}).then(code)).toBe('readOnly');
    await client.signIn('maud@tidewell-roe.example');
  });
});

describe('requests that are not as described', () => {
  it('are refused with a code, in problem details', async () => {
    const id = await matterId('SV-2041');
    const refused = async (
      method: string,
      path: string,
      body?: unknown,
      headers?: Record<string, string>,
    ) => {
      const answer = await client.call(method, path, body, headers);
      expect(answer.headers.get('content-type')).toMatch(/^application\/problem\+json/);
      expect(answer.json).toMatchObject({
        status: answer.status,
        title: expect.any(String),
        type: expect.stringContaining(answer.json.code),
      });
      return answer.json.code as string;
    };
    expect(await refused('POST', `/matters/${id}/messages`, '{"templateId":')).toBe('badJson');
    expect(await refused('POST', `/matters/${id}/messages`, { templateId: 7 })).toBe('badRequest');
    expect(await refused('POST', `/matters/${id}/messages`, { surprise: true })).toBe('badRequest');
    expect(await refused('POST', `/matters/${id}/messages`, { templateId: 'none' })).toBe('notFound');
    expect(await refused('POST', `/matters/${id}/messages`, { documentIds: ['none'] })).toBe(
      'unknownDocument',
    );
    expect(await refused('GET', '/matters/none')).toBe('notFound');
    expect(await refused('GET', '/messages/none')).toBe('notFound');
    expect(await refused('GET', '/correspondence/none/raw')).toBe('notFound');
    expect(await refused('GET', '/nowhere')).toBe('notFound');
    expect(await refused('GET', '/matters?limit=many')).toBe('badRequest');
    expect(await refused('GET', '/matters?limit=1000')).toBe('badRequest');
    expect(await refused('POST', `/matters/${id}/messages`, { answers: { a: 'x'.repeat(3_000_000) } })).toBe(
      'tooLarge',
    );
  });

  it('are refused from another site, or under another name', async () => {
    const id = await matterId('SV-2041');
    expect(
      await client
        .call('POST', `/matters/${id}/messages`, {}, { Origin: 'https://elsewhere.example' })
        .then(code),
    ).toBe('foreignOrigin');
    expect(await client.call('POST', `/matters/${id}/messages`, {}, { Origin: '' }).then(code)).toBe(
      'foreignOrigin',
    );
  });
});

describe('matters', () => {
  it('are found as one types, over reference, title and parties, whatever the accents', async () => {
    const found = async (query: string) =>
      (await client.call('GET', `/matters?query=${encodeURIComponent(query)}`)).json.items.map(
        (m: { reference: string }) => m.reference,
      );
    expect(await found('saltm')).toEqual(['SV-2041']);
    expect(await found('2041')).toEqual(['SV-2041']);
    expect(await found('aksel okaf')).toEqual(['SV-2041']);
    expect(await found('siobhan o’dea')).toEqual(['SV-2050']);
    expect(await found('" OR * NEAR(')).toEqual([]);
    expect(await found('')).toHaveLength(8);
  });

  it('come in pages by key, each once, in every order', async () => {
    for (const sort of ['recent', 'reference', 'title', 'stage']) {
      const seen: string[] = [];
      for (let after = ''; ;) {
        const { json } = await client.call('GET', `/matters?limit=3&sort=${sort}${after}`);
        seen.push(...json.items.map((m: { reference: string }) => m.reference));
        if (json.next === null) break;
        after = `&after=${json.next}`;
      }
      expect([sort, seen.length, new Set(seen).size]).toEqual([sort, 8, 8]);
    }
    expect((await client.call('GET', '/matters?after=garbage')).json.items).toHaveLength(8);
  });

  it('show parties, documents and values by name, never by code', async () => {
    const { json } = await client.call('GET', `/matters/${await matterId('SV-2041')}`);
    expect(json.stage).toBe('Report in draft');
    expect(
      json.parties.map((p: { roleLabel: string; name: string }) => `${p.roleLabel} ${p.name}`),
    ).toContain('owner Aksel Lund');
    expect(json.values.map((v: { label: string; text: string }) => `${v.label} ${v.text}`)).toContain(
      'Purpose for the owners’ own use',
    );
    expect(json.documents[0]).not.toHaveProperty('blob');
    expect(JSON.stringify(json)).not.toContain('"OWN"');
  });

  it('that are restricted do not exist for others: not in lists, words, letters or checks', async () => {
    const restricted = await matterId('SV-2059');
    const entry = (await client.call('GET', `/matters/${restricted}`)).json.correspondence.items[0]
      .id as string;
    await client.signIn('petra@tidewell-roe.example');
    const row = await services.db('matters').where({ id: restricted }).first();
    if (row.responsible_id !== 'person-petra') {
      expect((await client.call('GET', '/matters?query=SV-2059')).json.items).toEqual([]);
      expect((await client.call('GET', `/matters/${restricted}`)).status).toBe(404);
      expect((await client.call('GET', `/correspondence/${entry}/raw`)).status).toBe(404);
      const draft = (await start({})).json;
      const { json } = await client.call('PATCH', `/messages/${draft.id}`, {
        subject: 'About SV-2059 and SV-2050',
      });
      expect(json.notes.map((n: { params: { words?: string } }) => n.params.words)).toContain('SV-2050');
      expect(JSON.stringify(json.notes)).not.toContain('SV-2059');
    }
    await client.signIn('maud@tidewell-roe.example');
  });
});

describe('the shelf', () => {
  it('lists what can start before what cannot, and says why', async () => {
    const { json } = await client.call('GET', `/matters/${await matterId('SV-2041')}/shelf`);
    const kinds = json.items.map((item: { readiness: string }) => item.readiness === 'unavailable');
    expect(kinds).toEqual([...kinds].sort());
    const claim = json.items.find((item: { name: string }) => item.name.startsWith('Loss'));
    expect(claim).toMatchObject({ readiness: 'unavailable', reasons: [{ code: 'notForThisType' }] });
    for (const item of json.items)
      expect(item).toMatchObject({
        templateId: expect.any(String),
        name: expect.any(String),
        channel: expect.stringMatching(/^(?:email|text|letter)$/),
        blanks: expect.any(Number),
      });
  });

  it('agrees with what starting does: ready opens without an open blank', async () => {
    const { json } = await client.call('GET', `/matters/${await matterId('SV-2041')}/shelf`);
    for (const item of json.items) {
      const draft = await start({ templateId: item.templateId });
      if (item.readiness === 'unavailable') expect(code(draft)).toBe('templateUnavailable');
      else {
        const open = draft.json.notes.filter((note: { code: string }) => note.code === 'blankUnfilled');
        expect([item.name, open.length]).toEqual([item.name, item.blanks]);
      }
    }
  });
});

describe('a message', () => {
  it('starts filled in, with its documents, and no field left', async () => {
    const { status, json } = await start({
      templateId: 'template-report',
      answers: { matters: 'she is sound' },
    });
    expect(status).toBe(201);
    expect(json).toMatchObject({
      state: 'draft',
      subject: 'Saltmarsh Wren: your survey report',
      cc: [{ name: 'Verity Sands' }],
      notes: [],
    });
    expect(json.to.map((r: { name: string; roles: string[] }) => [r.name, r.roles])).toEqual([
      ['Ines Okafor', ['client', 'owner']],
      ['Aksel Lund', ['owner']],
    ]);
    expect(json.enclosures).toHaveLength(2);
    expect(json.text).toContain('Dear Ms Okafor and Mr Lund,');
    expect(json.html).toContain('she is sound');
    expect(`${json.html}${json.text}${json.subject}`).not.toMatch(/fact\.|calculated\.|party\./);
  });

  it('greets again when its recipients change, and is told apart from a newer one', async () => {
    const { json: draft } = await start({ templateId: 'template-report-when' });
    const ines = draft.to[0].address as string;
    const changed = await client.call('PATCH', `/messages/${draft.id}`, {
      revision: 1,
      to: [{ address: ines }, { address: ines.toUpperCase() }],
    });
    expect(changed.json.text).toContain('Dear Ms Okafor,');
    expect(changed.json.to).toHaveLength(1);
    const late = await client.call('PATCH', `/messages/${draft.id}`, { revision: 1, subject: 'Mine' });
    expect([late.status, code(late)]).toEqual([409, 'draftChanged']);
    expect((await client.call('GET', `/messages/${draft.id}`)).json.subject).not.toBe('Mine');
  });

  it('refuses text it cannot keep, and keeps the draft as it was', async () => {
    const { json: draft } = await start({});
    const script = { type: 'doc', content: [{ type: 'script', content: [] }] };
    expect(await client.call('PATCH', `/messages/${draft.id}`, { body: script }).then(code)).toBe(
      'badDocument',
    );
    expect((await client.call('GET', `/messages/${draft.id}`)).json.body).toEqual(draft.body);
  });

  it('finds by address whoever is not to be written to, and stops there', async () => {
    const { json: draft } = await start({});
    const to = [{ address: 'Desmond.Ottaway@harbourpost.example' }];
    const { json } = await client.call('PATCH', `/messages/${draft.id}`, { to, subject: 'Hello' });
    expect(json.notes[0]).toMatchObject({ code: 'doNotWriteTo', severity: 'stop' });
    const sent = await client.call('POST', `/messages/${draft.id}/send`, {
      acknowledged: ['doNotWriteTo', 'notOnMatter'],
    });
    expect([sent.status, code(sent)]).toEqual([422, 'notesStop']);
    expect(sent.json.notes).toMatchObject([{ code: 'doNotWriteTo' }]);
  });

  it('is frozen on sending, and thaws when called back', async () => {
    const { json: draft } = await start({ templateId: 'template-report-when' });
    expect(
      (
        await client.call('POST', `/messages/${draft.id}/send`, {
          sendAt: '2020-01-01T00:00:00Z',
          acknowledged: ['dayInPast'],
        })
      ).json.code,
    ).toBe('badTime');
    const held = await client.call('POST', `/messages/${draft.id}/send`, {
      holdSeconds: 30,
      acknowledged: ['dayInPast'],
    });
    expect([held.status, held.json.state, held.json.stateDetail.leavesAtUtc - services.now()]).toEqual([
      202,
      'held',
      30_000,
    ]);
    const { frozen } = await services.db('messages').where({ id: draft.id }).first();
    const bytes = await services.blobs.get(JSON.parse(frozen).blob);
    expect(bytes.toString('latin1')).toMatch(/^Subject: Saltmarsh Wren: your report\r$/m);
    expect(await client.call('PATCH', `/messages/${draft.id}`, { subject: 'x' }).then(code)).toBe(
      'notADraft',
    );
    expect(await client.call('POST', `/messages/${draft.id}/send`, {}).then(code)).toBe('notADraft');
    expect(await client.call('DELETE', `/messages/${draft.id}`).then(code)).toBe('notADraft');
    expect((await client.call('POST', `/messages/${draft.id}/recall`)).json.state).toBe('draft');
    expect((await services.db('messages').where({ id: draft.id }).first()).frozen).toBeNull();
    expect(await client.call('POST', `/messages/${draft.id}/recall`).then(code)).toBe('cannotRecall');
    expect(await client.call('POST', `/messages/${draft.id}/decide`, { decision: 'gone' }).then(code)).toBe(
      'cannotDecide',
    );
  });

  it('comes back after it was discarded', async () => {
    const { json: draft } = await start({});
    expect((await client.call('DELETE', `/messages/${draft.id}`)).status).toBe(204);
    expect((await client.call('GET', `/messages/${draft.id}`)).status).toBe(404);
    expect((await client.call('POST', `/messages/${draft.id}/restore`)).json.id).toBe(draft.id);
    expect((await client.call('POST', `/messages/${draft.id}/restore`)).status).toBe(404);
  });

  it('stops when what is enclosed is larger than the host takes', async () => {
    const { json: draft } = await start({
      templateId: 'template-report',
      answers: { matters: 'all is well' },
    });
    const row = await services.db('messages').where({ id: draft.id }).first();
    const huge = JSON.parse(row.enclosures).map((one: object) => ({ ...one, sizeBytes: 20_000_000 }));
    await services
      .db('messages')
      .where({ id: draft.id })
      .update({ enclosures: JSON.stringify(huge) });
    const sent = await client.call('POST', `/messages/${draft.id}/send`, {});
    expect(sent.json.notes).toMatchObject([{ code: 'overSizeLimit', severity: 'stop' }]);
  });

  it('lets no value of the record break into a header', async () => {
    const id = await matterId('SV-2056');
    const evil = 'Tern\r\nBcc: thief@x.example\r\n\r\n<script>alert(1)</script>';
    const row = await services.db('matters').where({ id }).first();
    await services
      .db('matters')
      .where({ id })
      .update({ facts: JSON.stringify({ ...JSON.parse(row.facts), vessel: { kind: 'text', text: evil } }) });
    await services.db('contacts').where({ name: 'Niamh Drury' }).update({ name: 'Niamh\r\nX-Evil: 1 Drury' });
    const { json: draft } = await start({ templateId: 'template-instructions' }, 'SV-2056');
    const codes = draft.notes.map((n: { code: string }) => n.code);
    const sent = await client.call('POST', `/messages/${draft.id}/send`, {
      holdSeconds: 60,
      acknowledged: codes,
    });
    expect(sent.status).toBe(202);
    const { frozen } = await services.db('messages').where({ id: draft.id }).first();
    const [head = ''] = (await services.blobs.get(JSON.parse(frozen).blob))
      .toString('latin1')
      .split('\r\n\r\n');
    const names = head
      .split('\r\n')
      .filter((line) => !/^\s/.test(line))
      .map((line) => line.split(':')[0]);
    expect(names).toEqual(expect.arrayContaining(['From', 'To', 'Subject', 'Message-ID', 'Date']));
    expect(names).not.toEqual(expect.arrayContaining(['Bcc']));
    expect(names).not.toEqual(expect.arrayContaining(['X-Evil']));
    expect(sent.json.html).not.toContain('<script>');
  });
});

describe('the description of the API', () => {
  it('is OpenAPI 3.1 and holds every fixed point', async () => {
    const { json } = await client.call('GET', '/openapi.json');
    expect(json.openapi).toBe('3.1.0');
    expect(Object.keys(json.paths)).toEqual(
      expect.arrayContaining([
        '/api/v1/health',
        '/api/v1/openapi.json',
        '/api/v1/events',
        '/api/v1/session',
        '/api/v1/matters',
        '/api/v1/matters/{id}',
        '/api/v1/matters/{id}/shelf',
        '/api/v1/matters/{id}/messages',
        '/api/v1/messages/{id}',
        '/api/v1/messages/{id}/check',
        '/api/v1/messages/{id}/send',
        '/api/v1/messages/{id}/recall',
        '/api/v1/matters/{id}/correspondence',
        '/api/v1/correspondence/{id}',
        '/api/v1/correspondence/{id}/raw',
      ]),
    );
    expect((await client.call('GET', '/health')).json).toMatchObject({ status: 'ok' });
  });

  it('tells changes as they happen', async () => {
    const abort = new AbortController();
    const session = await client.call('GET', '/session');
    expect(session.status).toBe(200);
    const stream = await fetch(`${client.origin}/api/v1/events`, {
      signal: abort.signal,
      headers: { Cookie: '' },
    });
    expect(stream.status).toBe(401);
    const heard: unknown[] = [];
    const stop = services.changes.listen((event) => heard.push(event));
    const { json } = await start({});
    expect(heard).toEqual([{ kind: 'message', id: json.id, matterId: json.matterId }]);
    stop();
    abort.abort();
  });
});
