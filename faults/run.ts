import { spawn } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { chance } from '../demo/random.ts';
import { NOBODY } from '../contract/directory.ts';
import { loadDemo } from '../demo/load.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';

/**
 * Sends some hundred messages, and a round beside them, while the server is killed at random moments and the mail host
 * misbehaves, then counts: every message is sent once and filed, or failed and said so, or may have gone and waits for a person; none is lost and
 * none went twice. The same seed misbehaves in the same way; where the kills fall depends on the machine.
 */
const { values } = parseArgs({
  options: {
    messages: { type: 'string', default: '300' },
    /** Messages of the round; beyond fifty a second person would have to release it. */
    round: { type: 'string', default: '40' },
    kills: { type: 'string', default: '12' },
    seed: { type: 'string', default: '2041' },
  },
});
const MESSAGES = Number(values.messages);
const luck = chance(Number(values.seed));
/** What the host does with a message, by the domain of its recipient, and how often it is asked to. */
const FATES: readonly (readonly [domain: string, share: number])[] = [
  ['fine.example', 46],
  ['grey.example', 10],
  ['busy.example', 6],
  ['crowded.example', 6],
  ['refuse.example', 8],
  ['full.example', 6],
  ['drop.example', 4],
  ['break.example', 4],
  ['forget.example', 5],
  ['lose.example', 5],
];
const TOTAL = FATES.reduce((sum, [, share]) => sum + share, 0);

function fate(): string {
  let at = luck.next() * TOTAL;
  return FATES.find(([, share]) => (at -= share) < 0)?.[0] ?? 'fine.example';
}

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  await new Promise((done) => server.close(done));
  return port;
}

const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const built = (path: string): string => join(import.meta.dirname, '..', 'dist', path);

const folder = await mkdtemp(join(tmpdir(), 'officium-faults-'));
const practice = join(folder, 'practice');
await loadDemo(practice, Date.now(), { matters: 6 });
const [port, smtpPort, webPort] = [await freePort(), await freePort(), await freePort()];
const url = `http://127.0.0.1:${port}`;

const host = spawn(
  process.execPath,
  [
    built('standins/mailHost.js'),
    '--smtp-port',
    `${smtpPort}`,
    '--web-port',
    `${webPort}`,
    '--folder',
    join(folder, 'mail'),
  ],
  { stdio: ['ignore', 'ignore', 'inherit'] },
);
let server: ChildProcess | undefined;

async function start(): Promise<void> {
  server = spawn(process.execPath, [built('server/app/main.js')], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      OFFICIUM_PORT: String(port),
      OFFICIUM_DATA: practice,
      OFFICIUM_DEMO: '1',
      OFFICIUM_SMTP_PORT: String(smtpPort),
      OFFICIUM_RETRY_SCALE: '0.0005',
      OFFICIUM_LOG: 'fatal',
    },
  });
  for (const until = Date.now() + 30_000; Date.now() < until;) {
    const up = await fetch(`${url}/api/v1/health`).then(
      ({ ok }) => ok,
      () => false,
    );
    if (up) return;
    await wait(30);
  }
  throw new Error('the server did not start');
}

async function kill(): Promise<void> {
  const child = server;
  if (!child) return;
  child.kill('SIGKILL');
  if (child.exitCode === null && child.signalCode === null)
    await new Promise((done) => child.once('exit', done));
}

let cookie = '';
/** Asks until somebody answers: the server may be gone at any moment, and whoever works goes on when it is back. */
async function call(
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; json: Record<string, unknown> }> {
  for (const until = Date.now() + 60_000; Date.now() < until;) {
    const response = await fetch(`${url}/api/v1${path}`, {
      method,
      headers: { Origin: url, Cookie: cookie, 'Content-Type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    }).catch(() => undefined);
    const text = await response?.text().catch(() => undefined);
    if (response && text !== undefined) {
      cookie = response.headers.get('set-cookie')?.split(';')[0] ?? cookie;
      return {
        status: response.status,
        json: (text === '' ? {} : JSON.parse(text)) as Record<string, unknown>,
      };
    }
    await wait(40);
  }
  throw new Error(`no answer to ${method} ${path}`);
}

/** One message as a person would: a draft, its recipient and words, and Send, again and again until it is known to have left. */
async function sendOne(n: number, matterId: string): Promise<string | undefined> {
  const draft = await call('POST', `/matters/${matterId}/messages`, {});
  const id = String(draft.json['id']);
  const words = `Message number ${n} of the fault run.`;
  const change = {
    revision: draft.json['revision'],
    to: [{ address: `reader.${n}@${fate()}` }],
    subject: [{ type: 'text', text: `Fault ${n}` }],
    body: {
      type: 'doc',
      version: 1,
      content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
    },
  };
  // Somebody whose window lost the line keeps what they wrote again, on what is there now.
  for (let tries = 0; tries < 5; tries += 1) {
    const { json } = await call('GET', `/messages/${id}`);
    const kept = await call('PATCH', `/messages/${id}`, { ...change, revision: json['revision'] });
    if (kept.status === 200) break;
  }
  for (let tries = 0; tries < 8; tries += 1) {
    const { json } = await call('GET', `/messages/${id}`);
    if (json['state'] !== 'draft') return id;
    const acknowledged = (json['notes'] as { code: string }[]).map(({ code }) => code);
    await call('POST', `/messages/${id}/send`, { holdSeconds: 0, acknowledged });
  }
  return undefined;
}

/** Wishes that need no matter, from the demo. */
const ROUND_TEMPLATE = 'template-birthday';

/**
 * A round of one message each to new people, sent as a person would who comes back until it has left: made, waited for,
 * its cautions looked at, sent. What could not be prepared is as lost as what was not sent.
 */
async function sendRound(size: number): Promise<string> {
  const contactIds: string[] = [];
  for (let n = 0; n < size; n += 1) {
    const address = {
      kind: 'email',
      label: 'email',
      value: `round.${n}@${fate()}`,
      preferred: true,
      bounced: false,
    };
    const name = `Reader ${n}`;
    const contact = { ...NOBODY, name, givenName: 'Reader', familyName: `${n}`, addresses: [address] };
    // An answer that was lost is asked for again: then there are two of them, and the second is written to.
    const made = await call('POST', '/contacts', contact);
    if (made.status !== 201) throw new Error(`no contact was made: ${JSON.stringify(made.json)}`);
    contactIds.push(String(made.json['id']));
  }
  const made = await call('POST', '/rounds', { templateId: ROUND_TEMPLATE, set: { contactIds } });
  const id = String(made.json['id']);
  for (const until = Date.now() + 120_000; Date.now() < until; await wait(200)) {
    const { json } = await call('GET', `/rounds/${id}`);
    const state = String(json['state']);
    if (state === 'preparing') continue;
    if (state !== 'ready') return id;
    const looks = (json['kinds'] as { group: string; kind: string }[]).filter(
      ({ group }) => group === 'look',
    );
    for (const { kind } of looks) await call('PATCH', `/rounds/${id}`, { ignore: kind });
    if (looks.length === 0) await call('POST', `/rounds/${id}/send`, {});
  }
  throw new Error('the round was never sent');
}

await start();
await call('POST', '/session', { email: 'maud@tidewell-roe.example' });
const matters = ((await call('GET', '/matters')).json['items'] as { id: string }[]).map(({ id }) => id);

let kills = 0;
let sending = true;
const killing = (async () => {
  while (sending || kills < Number(values.kills)) {
    await wait(luck.between(300, 1_600));
    if (kills >= Number(values.kills)) return;
    await kill();
    kills += 1;
    await wait(luck.between(0, 150));
    await start();
  }
})();

const sent: string[] = [];
const roundSize = Number(values.round);
const round = roundSize > 0 ? sendRound(roundSize) : undefined;
for (let n = 0; n < MESSAGES; n += 1) {
  const id = await sendOne(n, matters[n % matters.length] ?? '');
  if (id !== undefined) sent.push(id);
  if (process.stderr.isTTY) process.stderr.write(`\r${n + 1} of ${MESSAGES} given to send, ${kills} kills`);
}
const roundId = await round;
sending = false;
await killing;

/** States in which nothing more happens by itself. */
const ENDED = new Set(['sent', 'failed', 'may-have-gone', 'draft']);
interface Row {
  readonly id: string;
  readonly state: string;
  readonly frozen: string | null;
  readonly recipients: string;
}
interface RoundLine {
  readonly id: string;
  readonly handed: number;
}
const db = await openDatabase(join(practice, 'officium.sqlite'));
let rows: readonly Row[] = [];
let ofRound: readonly string[] = [];
for (const until = Date.now() + 240_000; Date.now() < until; await wait(500)) {
  if (roundId !== undefined) {
    const lines = await db('round_messages').where({ round_id: roundId }).select<RoundLine[]>('id', 'handed');
    // What was not handed over yet is not at its end: a worker that stands still shows here.
    if (lines.some(({ handed }) => !handed)) continue;
    ofRound = lines.map(({ id }) => id);
  }
  sent.push(...ofRound.filter((id) => !sent.includes(id)));
  rows = await db('messages').whereIn('id', sent).select<Row[]>('id', 'state', 'frozen', 'recipients');
  if (rows.every(({ state }) => ENDED.has(state))) break;
}
await kill();

const delivered = (await (await fetch(`http://127.0.0.1:${webPort}/messages.json`)).json()) as {
  number: number;
}[];
host.kill('SIGTERM');
const times = new Map<string, number>();
for (const { number } of delivered) {
  const name = `${String(number).padStart(6, '0')}.eml`;
  const { readFile } = await import('node:fs/promises');
  const bytes = await readFile(join(folder, 'mail', name), 'latin1');
  const id = /^Message-ID: (\S+)/im.exec(bytes)?.[1] ?? name;
  times.set(id, (times.get(id) ?? 0) + 1);
}
const filed = await db('entries').whereIn('message_id', sent).select<{ message_id: string }[]>('message_id');
const entriesOf = new Map<string, number>();
for (const { message_id } of filed) entriesOf.set(message_id, (entriesOf.get(message_id) ?? 0) + 1);
await db.destroy();

const count = { sent: 0, failed: 0, mayHaveGone: 0 };
const wrong: string[] = [];
for (const { id, state, frozen } of rows) {
  const { internetMessageId = '' } = JSON.parse(frozen ?? '{}') as { internetMessageId?: string };
  const got = times.get(internetMessageId) ?? 0;
  const entries = entriesOf.get(id) ?? 0;
  if (state === 'sent') {
    count.sent += 1;
    if (got !== 1 || entries !== 1)
      wrong.push(`${id}: sent, but delivered ${got} times and filed ${entries} times`);
  } else if (state === 'failed') {
    count.failed += 1;
    if (got !== 0 || entries !== 0)
      wrong.push(`${id}: failed, but delivered ${got} times and filed ${entries} times`);
  } else if (state === 'may-have-gone') {
    count.mayHaveGone += 1;
    if (got > 1 || entries !== 0)
      wrong.push(`${id}: may have gone, but delivered ${got} times and filed ${entries} times`);
  } else wrong.push(`${id}: still ${state}`);
}
for (const [id, n] of times) if (n > 1) wrong.push(`${id} was delivered ${n} times`);
for (const line of wrong) console.log(line);
const lost = sent.length - rows.length;
const twice = [...times.values()].filter((n) => n > 1).length;
console.log(
  `fault run, seed ${values.seed}: ${MESSAGES} messages and a round of ${roundSize}, ${sent.length} given to send, ${kills} kills: ` +
    `${count.sent} sent once and filed, ${count.failed} failed and told, ${count.mayHaveGone} may have gone, ` +
    `${lost} lost, ${twice} twice, ${wrong.length} wrong`,
);
await rm(folder, { recursive: true, force: true });
process.exit(wrong.length + lost + twice > 0 || sent.length < MESSAGES + roundSize ? 1 : 0);
