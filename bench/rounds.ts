import { randomUUID } from 'node:crypto';
import { createTransport } from 'nodemailer';
import { SMTPServer } from 'smtp-server';
import type { PersonScope } from '../server/access/scope.ts';
import type { AppServices } from '../server/app/services.ts';
import { openMatter } from '../server/matters/openMatter.ts';
import { countSet } from '../server/matters/sets/countSet.ts';
import { listDue, listSending } from '../server/sending/queries.ts';
import { createRound } from '../server/sending/rounds/createRound.ts';
import { lettersPdf } from '../server/sending/rounds/roundLetters.ts';
import { wakeRound } from '../server/sending/rounds/roundWork.ts';
import { sendRound } from '../server/sending/rounds/sendRound.ts';
import type { SmtpSettings } from '../server/platform/config.ts';
import { viewRound } from '../server/sending/rounds/viewRound.ts';
import { startRunner } from '../server/sending/runner.ts';
import { smtpTransport } from '../server/sending/transports/smtpTransport.ts';
import { inTransaction } from '../server/platform/database/transaction.ts';
import { readSettings, writeSettings } from '../server/platform/settings/queries.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { byRate, byTime, interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { firstMatter, withPractice } from './practice.ts';

const MATTERS = 5_000;
const MESSAGES = 5_000;
const LETTERS = 40;
/** The demo's own messages are a few; a host takes as many at once as the runner has places. */
const CONNECTIONS = 4;

/** Thousands of matters as the first one is, each with its own reference and its owner. */
async function manyMatters({ db }: AppServices, id: string): Promise<readonly string[]> {
  const matter = await db('matters').where({ id }).first();
  const owner = await db('parties').where({ matter_id: id, role: 'owner' }).first();
  const last = (await db('matters').max({ seq: 'seq' }).first())?.seq ?? 0;
  const copies = Array.from({ length: MATTERS }, (_, n) => ({
    ...matter,
    id: randomUUID(),
    seq: Number(last) + n + 1,
    reference: `ZZ-${String(n).padStart(5, '0')}`,
    filing_token: randomUUID(),
    restricted: false,
  }));
  const { seq: _seq, ...party } = owner;
  const names = await db('matter_names').where({ matter_id: id });
  for (let at = 0; at < copies.length; at += 200) {
    const some = copies.slice(at, at + 200);
    await db('matters').insert(some);
    await db('parties').insert(some.map((one) => ({ ...party, matter_id: one.id })));
    for (const name of names)
      await db('matter_names').insert(some.map((one) => ({ ...name, matter_id: one.id })));
  }
  return copies.map((one) => one.id);
}

const secondsOf = async (work: () => Promise<unknown>): Promise<number> => {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1_000;
};

/** A host that takes everything. */
async function takingHost(): Promise<{ readonly port: number; readonly close: () => void }> {
  const server = new SMTPServer({
    authOptional: true,
    // Whom an address belongs to is not asked: without a network that is waited for.
    disableReverseLookup: true,
    disabledCommands: ['STARTTLS'],
    logger: false,
    onData(stream, _session, done) {
      stream.on('end', () => {
        done();
      });
      stream.resume();
    },
  });
  const port = await new Promise<number>((ready) => {
    const listening = server.listen(0, '127.0.0.1', () => {
      ready((listening.address() as { port: number }).port);
    });
  });
  return {
    port,
    close: () => {
      server.close();
    },
  };
}

/** Sets counted, rounds prepared, sent and printed, against the least that each could cost. */
export function benchRounds(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    // One person sends them here.
    await inTransaction(services.db, async (tx) =>
      writeSettings(tx, { ...(await readSettings(unscoped(tx, 'seeding'))), releaseAbove: 0 }),
    );
    const { scope, id } = await firstMatter(services);
    const ids = await manyMatters(services, id);
    return [
      await benchSet(services, scope),
      ...(await benchSending(services, scope, ids.slice(0, MESSAGES))),
      await benchLetters(services, scope, ids.slice(-LETTERS)),
    ];
  });
}

async function benchSet(services: AppServices, scope: PersonScope): Promise<Measured> {
  const within = { op: 'within', fromDays: -20_000, untilDays: 30 } as const;
  const where = {
    typeId: 'type-condition-survey',
    when: { join: 'all' as const, conditions: [{ path: 'date.surveyDay', test: within }] },
  };
  const seconds = await interleave({
    count: () => countSet(services, scope, where),
    bare: async () =>
      (await services.db('matters').select<{ dates: string }[]>('dates')).map(({ dates }) =>
        JSON.parse(dates),
      ),
  });
  return byTime(
    `set: a condition over ${MATTERS} matters`,
    seconds['count'] ?? NaN,
    'their dates read and parsed',
    seconds['bare'] ?? NaN,
  );
}

async function benchSending(
  services: AppServices,
  scope: PersonScope,
  ids: readonly string[],
): Promise<readonly Measured[]> {
  const before = process.memoryUsage().rss;
  let round = '';
  const idle = await answersBeside(services, scope, ids[0] ?? '', () => wait(IDLE_MS));
  let prepared = 0;
  const beside = await answersBeside(services, scope, ids[0] ?? '', async () => {
    prepared = await secondsOf(async () => {
      ({ id: round } = await createRound(services, scope, {
        templateId: 'template-closing',
        set: { matterIds: [...ids] },
      }));
      await wakeRound(services, round);
    });
  });
  const grown = Math.round((process.memoryUsage().rss - before) / 1e6);
  console.log(`memory grew by ${grown} MB`);
  const host = await takingHost();
  await sendRound(services, scope, round, {});
  const frozen = await secondsOf(() => wakeRound(services, round));
  const blobs = (await services
    .db('messages')
    .where({ round_id: round })
    .whereNotNull('frozen')
    .pluck('frozen')) as string[];
  if (blobs.length < ids.length / 2) throw new Error(`only ${blobs.length} were frozen`);
  const all = await Promise.all(
    blobs.map(async (text) => {
      const { blob, envelopeFrom: from, envelopeTo: to } = JSON.parse(text);
      return { envelope: { from, to }, raw: await services.blobs.get(blob) };
    }),
  );
  const pool = createTransport({
    host: '127.0.0.1',
    port: host.port,
    secure: false,
    ignoreTLS: true,
    pool: true,
    maxConnections: CONNECTIONS,
    maxMessages: Infinity,
  });
  const raw = await secondsOf(() => Promise.all(all.map((one) => pool.sendMail(one))));
  pool.close();
  const later = { ...services, now: () => Date.now() + 10 * 60_000 };
  const sent = await secondsOf(() => handedOver(later, host.port));
  host.close();
  return [
    byTime('round-beside: a matter opened while a round is prepared, p95', beside, 'idle', idle),
    byRate(
      `round-prepare: ${ids.length} messages composed, checked and kept`,
      ids.length,
      prepared,
      '80 a second',
      ids.length / 80,
    ),
    byRate(
      `round-freeze: ${all.length} messages checked again and frozen`,
      all.length,
      frozen,
      '80 a second',
      all.length / 80,
    ),
    byRate(
      `round-send: ${all.length} messages handed over and filed`,
      all.length,
      sent,
      'raw SMTP over loopback',
      raw,
    ),
  ];
}

const IDLE_MS = 3_000;
const ASK_EVERY_MS = 100;
const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** The 95th percentile of what opening a matter takes while something is done, from when it is asked. */
async function answersBeside(
  services: AppServices,
  scope: PersonScope,
  matterId: string,
  during: () => Promise<unknown>,
): Promise<number> {
  let over = false;
  const done = during().finally(() => {
    over = true;
  });
  const took: number[] = [];
  while (!over) {
    const due = performance.now() + ASK_EVERY_MS;
    await wait(ASK_EVERY_MS);
    const answered = services.turns.serve();
    await openMatter(services, scope, matterId);
    answered();
    took.push((performance.now() - due) / 1_000);
  }
  await done;
  took.sort((a, b) => a - b);
  return took[Math.floor(took.length * 0.95)] ?? NaN;
}

const NO_LOGIN = { user: undefined, password: undefined, perMinute: undefined } as const;

/** Everything that is due, handed over by the runner. */
async function handedOver(services: AppServices, port: number): Promise<void> {
  const host: SmtpSettings = { host: '127.0.0.1', port, security: 'none', carries: [], ...NO_LOGIN };
  const email = smtpTransport(
    () => Promise.resolve([host]),
    () => Promise.resolve([]),
  );
  const runner = await startRunner(services, { email, text: email, letter: email });
  const relayed = { ...services, wakeRunner: runner.wake };
  const scope = unscoped(relayed.db, 'seeding');
  while ((await listDue(scope, services.now(), 1, 'rounds')).length + (await listSending(scope)).length > 0)
    await new Promise((done) => setTimeout(done, 50));
  await runner.stop();
}

async function benchLetters(
  services: AppServices,
  scope: PersonScope,
  ids: readonly string[],
): Promise<Measured> {
  const { id } = await createRound(services, scope, {
    templateId: 'template-last-reminder',
    set: { matterIds: [...ids] },
    role: 'owner',
  });
  await wakeRound(services, id);
  const { counts } = await viewRound(services, scope, id);
  const seconds = await secondsOf(() => lettersPdf(services, scope, id, { duplex: true }));
  return byRate(
    `round-letters: ${counts.ready} letters as one PDF`,
    counts.ready,
    seconds,
    '12 a second',
    counts.ready / 12,
  );
}
