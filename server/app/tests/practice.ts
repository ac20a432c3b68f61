import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { loadDemo } from '../../../demo/load.ts';
import { createApp } from '../app.ts';
import { blobStore } from '../../platform/blobs/blobStore.ts';
import { readConfig } from '../config.ts';
import { changeFeed } from '../../platform/events/changeFeed.ts';
import { letterPdf } from '../../platform/pdf/letterPdf.ts';
import type { Office } from '../services.ts';
import { startRunner } from '../../sending/runner.ts';
import type { Transport } from '../../sending/transports/transport.ts';
import { listDue, listSending } from '../../sending/queries.ts';
import { openDatabase } from '../../platform/database/openDatabase.ts';
import { readSettings, writeSettings } from '../../platform/settings/queries.ts';
import { longJobs } from '../../correspondence/exports/exportJobs.ts';
import { programCache } from '../../templates/programCache.ts';

/** A Tuesday morning; the demo's days are counted from it. */
export const NOW = Date.parse('2026-11-24T09:00:00Z');
const MATTERS = 8;

export interface TestOffice extends Office {
  now: () => number;
  readonly close: () => Promise<void>;
}

/** A practice of its own in a scratch folder, on real SQLite and real files. */
export async function openOffice(
  env: Readonly<Record<string, string>> = { OFFICIUM_DEMO: '1' },
): Promise<TestOffice> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-test-'));
  await loadDemo(folder, NOW, { matters: MATTERS });
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  // Tests send the same template again and again; the one that asks about that sets it back.
  await writeSettings(db, { ...(await readSettings(db)), repeatDays: 0 });
  return {
    config: readConfig({ OFFICIUM_DATA: folder, ...env }),
    db,
    blobs: blobStore(join(folder, 'blobs')),
    changes: changeFeed(),
    programs: programCache(),
    // On this thread: what a letter says is asked here, not where it is set.
    long: longJobs(),
    press: { set: letterPdf, close: () => Promise.resolve() },
    log: pino({ level: 'silent' }),
    now: () => NOW,
    newId: randomUUID,
    wakeRunner: () => undefined,
    async close() {
      await db.destroy();
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** No host of a test takes longer than this. */
const IDLE_LIMIT_MS = 15_000;

/** Lets a runner work with a host until nothing more is due at this moment, however slow the machine is. */
export async function runOnce(office: Office, transport: Transport): Promise<void> {
  const runner = await startRunner(office, { email: transport, text: transport, letter: transport });
  for (const until = Date.now() + IDLE_LIMIT_MS; Date.now() < until;) {
    const busy = [...(await listDue(office.db, office.now(), 1)), ...(await listSending(office.db))];
    if (busy.length === 0) break;
    await new Promise((done) => setTimeout(done, 10));
  }
  await runner.stop();
}

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
  readonly signIn: (email: string) => Promise<void>;
  /** Listens to changes while some work is done; gives all that was heard within a moment of it. */
  readonly listen: (work: () => void) => Promise<string>;
  readonly close: () => Promise<void>;
}

/** How long a listener waits for what might still come. */
const LISTEN_MS = 400;

/** Serves an office on a free port and talks to it as a browser does: with its cookie and its Origin. */
export async function serve(office: Office): Promise<Client> {
  const server = createServer(await createApp(office));
  await new Promise<void>((done) => {
    server.listen(0, '127.0.0.1', done);
  });
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  let cookie = '';

  const call: Client['call'] = async (method, path, body, headers = {}) => {
    const response = await fetch(`${origin}/api/v1${path}`, {
      method,
      headers: {
        Origin: origin,
        Cookie: cookie,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const set = response.headers.get('set-cookie');
    if (set) cookie = set.split(';')[0] ?? '';
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
    signIn: async (email) => void (await call('POST', '/session', { email })),
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
      work();
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
