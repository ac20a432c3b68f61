import { createServer } from 'node:http';
import type { IncomingMessage } from 'node:http';
import { request as httpRequest } from 'node:http';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Type } from 'typebox';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ConfigError, readConfig } from '../app/config.ts';
import { listPeople } from '../access/peopleQueries.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';
import { ensureFirstPerson } from '../access/ensureFirstPerson.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { openApi } from './openapi.ts';
import { sendFile } from './sendFile.ts';
import { validate } from './validate.ts';
import { stampAnew } from '../platform/database/kept.ts';
import type { EndpointShape } from './endpoint.ts';
import { problemDetails } from './problemDetails.ts';

const refused = (work: () => unknown): DomainProblem => {
  try {
    work();
  } catch (error) {
    if (error instanceof DomainProblem) return error;
    throw error;
  }
  throw new Error('nothing was refused');
};

describe('validation', () => {
  const Body = Type.Object(
    { name: Type.String({ maxLength: 5 }), count: Type.Optional(Type.Integer()) },
    { additionalProperties: false },
  );

  it('lets through what is as described, and reads numbers in query strings', () => {
    expect(validate(Body, { name: 'ok' }, 'body')).toEqual({ name: 'ok' });
    expect(validate(Type.Object({ limit: Type.Integer() }), { limit: '7' }, 'query')).toEqual({ limit: 7 });
    expect(validate(undefined, { anything: 1 }, 'body')).toEqual({});
  });

  it.each([
    [{ name: 7 }, 'body/name', /must be string/],
    [{}, 'body', /required/],
    [{ name: 'too long' }, 'body/name', /5 characters/],
    [{ name: 'ok', surprise: 1 }, 'body', /surprise/],
    [{ name: 'ok', count: '7' }, 'body/count', /must be integer/],
    [null, 'body', /required/],
  ])('says where %j is not as described', (body, where, message) => {
    const { extra, code } = refused(() => validate(Body, body, 'body'));
    expect([code, extra['errors']]).toEqual([
      'badRequest',
      [{ where, message: expect.stringMatching(message) }],
    ]);
  });

  it('repeats no value in what it says', () => {
    const { message, extra } = refused(() => validate(Body, { name: 'secret value' }, 'body'));
    expect(message + JSON.stringify(extra)).not.toContain('secret');
  });
});

describe('problem details', () => {
  it('carry status, title, code and what else there is to know (RFC 9457)', () => {
    const problem = new DomainProblem('notesStop', [{ code: 'nothingSent' }], { notes: [1] });
    expect(problemDetails(problem)).toEqual({
      type: 'urn:officium:problem:notesStop',
      title: 'Notes keep the message from going',
      status: 422,
      code: 'notesStop',
      because: [{ code: 'nothingSent' }],
      notes: [1],
    });
    expect(problemDetails(notFound('matter'))).toMatchObject({
      status: 404,
      because: [{ code: 'noSuch', what: 'matter' }],
    });
  });
});

describe('OpenAPI', () => {
  it('describes an operation from the schemas that check it', () => {
    const endpoint: EndpointShape = {
      method: 'patch',
      path: '/things/:id/parts/:part',
      summary: 'Change a part',
      params: Type.Object({ id: Type.String(), part: Type.String() }),
      query: Type.Object({ limit: Type.Optional(Type.Integer()) }),
      body: Type.Object({ name: Type.String() }),
      status: 200,
      answers: Type.Object({ ok: Type.Boolean() }),
    };
    const { paths } = openApi([endpoint], '1.0.0') as {
      paths: Record<
        string,
        Record<
          string,
          { parameters: { name: string; required: boolean }[]; requestBody: object; responses: object }
        >
      >;
    };
    const operation = paths['/api/v1/things/{id}/parts/{part}']?.['patch'];
    expect(operation?.parameters.map(({ name, required }) => [name, required])).toEqual([
      ['id', true],
      ['part', true],
      ['limit', false],
    ]);
    expect(operation?.requestBody).toMatchObject({ required: true });
    expect(Object.keys(operation?.responses ?? {})).toEqual(['200', 'default']);
  });
});

describe('files handed out', () => {
  async function headersFor(
    mediaType: string,
    fileName: string,
  ): Promise<Record<string, string | string[] | undefined>> {
    const server = createServer((_request, response) => {
      sendFile(response as never, Buffer.from('x'), mediaType, fileName);
    });
    await new Promise<void>((done) => {
      server.listen(0, '127.0.0.1', done);
    });
    const { port } = server.address() as { port: number };
    const response = await new Promise<IncomingMessage>((done, fail) => {
      httpRequest({ port, host: '127.0.0.1' }, done).on('error', fail).end();
    });
    response.resume();
    server.close();
    return response.headers;
  }

  it.each([
    ['application/pdf', 'inline'],
    ['image/jpeg', 'inline'],
    ['text/html', 'attachment'],
    ['image/svg+xml', 'attachment'],
    ['application/octet-stream', 'attachment'],
  ])('of kind %s are shown as %s, and run nothing', async (mediaType, disposition) => {
    const headers = await headersFor(mediaType, 'a.bin');
    expect(headers['content-disposition']).toMatch(new RegExp(`^${disposition};`));
    expect(headers['content-security-policy']).toBe("default-src 'none'; sandbox");
  });

  it('carry any name without breaking their header (RFC 6266)', async () => {
    const headers = await headersFor('application/pdf', 'Mørk "sild"\r\nSet-Cookie: x=1.pdf');
    expect(headers['set-cookie']).toBeUndefined();
    expect(headers['content-disposition']).toContain("filename*=UTF-8''M%C3%B8rk%20%22sild%22%0D%0A");
  });
});

describe('the server', () => {
  let services: TestPractice;
  let client: Client;
  let web: string;

  beforeAll(async () => {
    web = await mkdtemp(join(tmpdir(), 'officium-web-'));
    await mkdir(join(web, 'assets'));
    await writeFile(join(web, 'index.html'), '<!doctype html><title>Officium</title>');
    await writeFile(join(web, 'assets', 'a-1.js'), '1');
    services = await openPractice({ OFFICIUM_WEB: web });
    client = await serve(services);
  }, 60_000);
  afterAll(async () => {
    await client.close();
    await services.close();
    await rm(web, { recursive: true, force: true });
  });

  const get = (
    path: string,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; headers: IncomingMessage['headers']; text: string }> =>
    new Promise((done, fail) => {
      const { port, hostname } = new URL(client.origin);
      httpRequest({ port, host: hostname, path, headers }, (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => {
          done({
            status: response.statusCode ?? 0,
            headers: response.headers,
            text: Buffer.concat(chunks).toString(),
          });
        });
      })
        .on('error', fail)
        .end();
    });

  it('gives its page at every address of its own, and hashed files for ever', async () => {
    for (const path of ['/', '/matters', '/matters/x/sheet/y', '/out']) {
      const { status, text, headers } = await get(path);
      expect([status, text.includes('<title>Officium'), headers['cache-control']]).toEqual([
        200,
        true,
        'no-cache',
      ]);
    }
    expect((await get('/assets/a-1.js')).headers['cache-control']).toContain('immutable');
    expect((await get('/assets/missing.js')).status).toBe(404);
    for (const path of [
      '/assets/../../../etc/passwd',
      '/assets/%2e%2e/%2e%2e/etc/passwd',
      '/..%2f..%2fetc%2fpasswd',
    ]) {
      expect((await get(path)).text).not.toContain('root:');
    }
  });

  it('has a policy under which nothing foreign runs or loads', async () => {
    const { headers } = await get('/');
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).not.toContain('upgrade-insecure-requests');
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });

  it('answers only under names it is known by', async () => {
    const { status, text } = await get('/api/v1/health', { Host: 'rebound.example' });
    expect([status, JSON.parse(text).code]).toEqual([403, 'foreignHost']);
    expect((await get('/api/v1/health')).status).toBe(200);
  });

  it('signs nobody in by address alone where it is no demo', async () => {
    const { json, status } = await client.call('GET', '/session');
    expect([status, json.code]).toEqual([401, 'notSignedIn']);
    for (const body of [
      { email: 'maud@tidewell-roe.example' },
      { email: 'maud@tidewell-roe.example', password: '' },
    ]) {
      expect((await client.call('POST', '/session', body)).json.code).toBe('signInRefused');
    }
  });

  it('stops guessing after a while', async () => {
    const codes = [];
    for (let n = 0; n < 12; n += 1)
      codes.push(
        (await client.call('POST', '/session', { email: 'x@y.example', password: 'guess' })).json.code,
      );
    expect(codes.at(0)).toBe('signInRefused');
    expect(codes.at(-1)).toBe('tooManyTries');
  });

  it('tells listeners what changes on matters they may see, and nothing of the others', async () => {
    const demo = { ...services, config: { ...services.config, demo: true } };
    const other = await serve(demo);
    await other.call('GET', '/session');
    await other.signIn('petra@tidewell-roe.example');
    const signedIn = await services.db('sessions').orderBy('seen_utc', 'desc');
    expect(signedIn.length).toBeGreaterThan(0);
    const restricted = await services.db('matters').where({ restricted: 1 }).first();
    await services.db('matters').where({ id: restricted.id }).update({ responsible_id: 'person-maud' });
    const open = await services.db('matters').where({ reference: 'SV-2041' }).first();
    const heard = await other.listen(() => {
      demo.changes.tell({ kind: 'matter', id: restricted.id, matterId: restricted.id });
      demo.changes.tell({ kind: 'matter', id: open.id, matterId: open.id });
    });
    expect(heard).toContain(open.id);
    expect(heard).not.toContain(restricted.id);
    await other.close();
  });
});

describe('a practice that has nobody yet', () => {
  it('lets its first administrator in, once', async () => {
    const settings = {
      OFFICIUM_FIRST_EMAIL: 'Ada@practice.example',
      OFFICIUM_FIRST_PASSWORD: 'low water at ten past ten',
    };
    const services = await openPractice(settings);
    await ensureFirstPerson(services);
    expect(await listPeople(services.everything)).toHaveLength(6);
    await services.db.raw('PRAGMA foreign_keys = OFF');
    await services.write(async (tx) => {
      await tx('people').delete();
      await stampAnew(tx, 'people');
    });
    await ensureFirstPerson(services);
    await ensureFirstPerson(services);
    expect(await listPeople(services.everything)).toMatchObject([
      { email: 'ada@practice.example', role: 'administrator' },
    ]);
    const client = await serve(services);
    const signIn = (password: string) =>
      client.call('POST', '/session', { email: 'ada@practice.example', password });
    expect((await signIn('low water at nine')).json.code).toBe('signInRefused');
    expect((await signIn('low water at ten past ten')).json.user).toMatchObject({ mayChange: true });
    expect((await client.call('GET', '/session')).json.others).toEqual([]);
    await client.close();
    await services.close();
  });

  it('wants a whole name and a password worth the name', () => {
    expect(() => readConfig({ OFFICIUM_FIRST_EMAIL: 'a@b.example' })).toThrow(ConfigError);
    expect(() =>
      readConfig({ OFFICIUM_FIRST_EMAIL: 'a@b.example', OFFICIUM_FIRST_PASSWORD: 'short' }),
    ).toThrow('15 letters');
    expect(readConfig({}).firstPerson).toBeUndefined();
  });
});
