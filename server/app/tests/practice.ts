import { randomUUID } from 'node:crypto';
import { cp, mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { inject } from 'vitest';
import type { SystemActor } from '../../access/actor.ts';
import type { PersonScope, Scope } from '../../access/scope.ts';
import { scopeOf } from '../../access/scopeOf.ts';
import { unscoped } from '../../access/unscoped.ts';
import { blobStore } from '../../platform/blobs/blobStore.ts';
import { openDatabase } from '../../platform/database/openDatabase.ts';
import { inTransaction } from '../../platform/database/transaction.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import { changeFeed } from '../../platform/events/changeFeed.ts';
import { letterPdf } from '../../platform/pdf/letterPdf.ts';
import { readSettings, writeSettings } from '../../platform/settings/queries.ts';
import { listDue, listSending } from '../../sending/queries.ts';
import { startRunner } from '../../sending/runner.ts';
import type { Transport } from '../../sending/transports/transport.ts';
import { createApp } from '../app.ts';
import { readConfig } from '../config.ts';
import { composeServices } from '../services.ts';
import type { AppServices } from '../services.ts';
import { NOW } from './moment.ts';
import { turns } from '../../platform/turns.ts';

export { NOW } from './moment.ts';

/** A practice of its own, with the means to ask it as one of its people. */
export interface TestPractice extends AppServices {
  now: () => number;
  /** Sees everything. */
  readonly everything: Scope<SystemActor>;
  /** What one of the demo's people may see, by their first name. */
  readonly as: (firstName: string) => Promise<PersonScope>;
  /** Writes what a test begins with. */
  readonly write: <T>(work: (tx: Tx) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
}

/** Opens a copy of the demo practice in a scratch folder, on real SQLite and real files. */
export async function openPractice(
  env: Readonly<Record<string, string>> = { OFFICIUM_DEMO: '1' },
): Promise<TestPractice> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-test-'));
  await cp(inject('demoFolder'), folder, { recursive: true });
  const practice = await openFolder(folder, env);
  // Tests send the same template again and again; the one that asks about that sets it back.
  await practice.write(async (tx) =>
    writeSettings(tx, { ...(await readSettings(unscoped(tx, 'seeding'))), repeatDays: 0 }),
  );
  return {
    ...practice,
    get everything() {
      return unscoped(practice.db, 'seeding');
    },
    async close() {
      await practice.close();
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** Opens the practice in a folder, as it lies there. */
export async function openFolder(
  folder: string,
  env: Readonly<Record<string, string>> = { OFFICIUM_DEMO: '1' },
): Promise<TestPractice> {
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  const services = composeServices({
    config: readConfig({ OFFICIUM_DATA: folder, ...env }),
    db,
    blobs: blobStore(join(folder, 'blobs')),
    changes: changeFeed(),
    // On this thread: what a letter says is asked here, not where it is set.
    pdfRenderer: { render: letterPdf, close: () => Promise.resolve() },
    log: pino({ level: 'silent' }),
    now: () => NOW,
    newId: randomUUID,
    turns: turns(),
    wakeRunner: () => undefined,
    renewLines: () => undefined,
    mailboxes: () => [],
  });
  return {
    ...services,
    write: (work) => inTransaction(db, work),
    // A new one each time, as each request has its own.
    get everything() {
      return unscoped(db, 'seeding');
    },
    async as(firstName) {
      const scope = await scopeOf(db, `person-${firstName}`);
      if (!scope) throw new Error(`nobody is called ${firstName}`);
      return scope;
    },
    close: () => db.destroy(),
  };
}

/** No host of a test takes longer than this. */
const IDLE_LIMIT_MS = 15_000;

/** Lets a runner work with a host until nothing more is due at this moment, however slow the machine is. */
export async function runOnce(services: TestPractice, transport: Transport): Promise<void> {
  const runner = await startRunner(services, { email: transport, text: transport, letter: transport });
  for (const until = Date.now() + IDLE_LIMIT_MS; Date.now() < until;) {
    const busy = [
      ...(await listDue(services.everything, services.now(), 1, 'singles')),
      ...(await listDue(services.everything, services.now(), 1, 'rounds')),
      ...(await listSending(services.everything)),
    ];
    if (busy.length === 0) break;
    await new Promise((done) => setTimeout(done, 10));
  }
  await runner.stop();
}

/** A host that takes everything. */
export const ACCEPTS: Transport = {
  send: async (_envelope, _bytes, beforeData) => {
    await beforeData();
    return { outcome: { kind: 'accepted' }, permanentFailures: [] };
  },
};

export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  // What a test asserts is the shape itself.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are asserted, not typed
  readonly json: any;
  readonly bytes: Buffer;
}

export interface Client {
  readonly origin: string;
  /** The session's cookie, for requests that are made otherwise. */
  readonly cookie: () => string;
  readonly call: (
    method: string,
    path: string,
    body?: unknown,
    headers?: Readonly<Record<string, string>>,
  ) => Promise<Answer>;
  readonly signIn: (email: string, password?: string, code?: string) => Promise<Answer>;
  /** Listens to changes while some work is done; gives all that was heard within a moment of it. */
  readonly listen: (work: () => void | Promise<void>) => Promise<string>;
  readonly close: () => Promise<void>;
}

/** How long a listener waits for what might still come. */
const LISTEN_MS = 400;

/** Serves an services on a free port and talks to it as a browser does: with its cookie and its Origin. */
export async function serve(services: AppServices): Promise<Client> {
  const server = createServer(await createApp(services));
  await new Promise<void>((done) => {
    server.listen(0, '127.0.0.1', done);
  });
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  let cookie = '';

  const call: Client['call'] = async (method, path, body, headers = {}) => {
    const response = await fetch(`${origin}/api/v1${path}`, {
      redirect: 'manual',
      method,
      headers: {
        Origin: origin,
        Cookie: cookie,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    cookie = response.headers.get('set-cookie')?.split(';')[0] ?? cookie;
    const bytes = Buffer.from(await response.arrayBuffer());
    const isJson = /json/.test(response.headers.get('content-type') ?? '');
    return {
      status: response.status,
      headers: response.headers,
      json: isJson ? JSON.parse(bytes.toString('utf8')) : undefined,
      bytes,
    };
  };
  return {
    origin,
    cookie: () => cookie,
    call,
    signIn: (email, password, code) => call('POST', '/session', { email, password, code }),
    listen: async (work) => {
      const abort = new AbortController();
      const stream = await fetch(`${origin}/api/v1/events`, {
        headers: { Cookie: cookie },
        signal: abort.signal,
      });
      const decoder = new TextDecoder();
      let heard = '';
      const reading = (async () => {
        for await (const chunk of stream.body ?? []) heard += decoder.decode(chunk as Uint8Array);
      })().catch(() => undefined);
      await work();
      await new Promise((done) => setTimeout(done, LISTEN_MS));
      abort.abort();
      await reading;
      return heard;
    },
    close: () =>
      new Promise((done) => {
        server.closeAllConnections();
        server.close(() => {
          done();
        });
      }),
  };
}

/** Writes a message to somebody, sends it in spite of what the margin says, and has it taken; gives its id. */
export async function sendOne(
  services: TestPractice,
  client: Client,
  path: string,
  start: object,
): Promise<string> {
  const { id } = (await client.call('POST', path, start)).json;
  await client.call('PATCH', `/messages/${id}`, {
    to: [{ address: 'somebody@mail.example' }],
    subject: 'A message',
    body: {
      type: 'doc',
      version: 1,
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'All is as it was.' }] }],
    },
  });
  const { notes } = (await client.call('POST', `/messages/${id}/check`)).json;
  const acknowledged = notes.map(({ code }: { code: string }) => code);
  const sent = await client.call('POST', `/messages/${id}/send`, { acknowledged, holdSeconds: 0 });
  if (sent.status !== 202) throw new Error(`it was not sent: ${sent.bytes.toString('utf8')}`);
  await runOnce(services, ACCEPTS);
  const { state } = (await client.call('GET', `/messages/${id}`)).json;
  if (state !== 'sent') throw new Error(`it is ${state}`);
  return id;
}
