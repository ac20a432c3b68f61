import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadDemo } from '../demo/load.ts';
import { freezes } from './freezes.ts';
import type { Target } from './freezes.ts';

/**
 * Sends in what is built to stop everybody, one thing after the other, and asks the health check all along: its slowest
 * answer during each stands beside its slowest while nothing else is asked.
 */
const [what, only = ''] = process.argv.slice(2);
if (what !== 'freezes') {
  console.error('npm run attack -- freezes [words of its name]');
  process.exit(2);
}

/** Goal: the slowest answer during an attack is at most so many times the slowest without one. */
const MOST_TIMES = 20;
const ASK_EVERY_MS = 10;
const IDLE_MS = 4_000;

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  await new Promise((done) => server.close(done));
  return port;
}
const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

const folder = await mkdtemp(join(tmpdir(), 'officium-attack-'));
await loadDemo(join(folder, 'practice'), Date.now(), { matters: 6 });
const port = await freePort();
const origin = `http://127.0.0.1:${port}`;
const server = spawn(process.execPath, [join(import.meta.dirname, '..', 'dist', 'server/app/main.js')], {
  env: {
    ...process.env,
    OFFICIUM_DATA: join(folder, 'practice'),
    OFFICIUM_PORT: `${port}`,
    OFFICIUM_DEMO: '1',
    OFFICIUM_LOG: 'fatal',
  },
  stdio: ['ignore', 'ignore', 'inherit'],
});

process.on('exit', () => void server.kill());

const health = async (): Promise<number> => {
  const begun = performance.now();
  // A connection that the server gave up meanwhile is asked for anew, and the wait counts.
  for (let tries = 0; ; tries += 1)
    try {
      await (await fetch(`${origin}/api/v1/health`, { signal: AbortSignal.timeout(120_000) })).text();
      break;
    } catch (error) {
      if (tries === 3) throw error;
    }
  return performance.now() - begun;
};
for (let tries = 0; tries < 200; tries += 1) {
  if (
    await health().then(
      () => true,
      () => false,
    )
  )
    break;
  await wait(100);
}

/** The slowest answers of the health check while something is done. */
async function slowest(
  during: () => Promise<string>,
): Promise<{ readonly ms: number; readonly said: string; readonly tookMs: number }> {
  let over = false;
  const begun = performance.now();
  const done = during().finally(() => {
    over = true;
  });
  let ms = 0;
  while (!over) {
    ms = Math.max(ms, await health());
    await wait(ASK_EVERY_MS);
  }
  return { ms, said: await done, tookMs: performance.now() - begun };
}

const signedIn = await fetch(`${origin}/api/v1/session`, {
  method: 'POST',
  headers: { 'Content-Type': 'application/json', Origin: origin },
  body: JSON.stringify({ email: 'idris@tidewell-roe.example' }),
});
const cookie = signedIn.headers.get('set-cookie')?.split(';')[0] ?? '';
const matters = (await (
  await fetch(`${origin}/api/v1/matters?query=SV-2041`, { headers: { Cookie: cookie } })
).json()) as { readonly items: readonly { readonly id: string }[] };
const target: Target = { origin, cookie, matterId: matters.items[0]?.id ?? '' };

await slowest(async () => {
  await wait(500);
  return '';
});
const idle = await slowest(async () => {
  await wait(IDLE_MS);
  return '';
});
console.log(`idle: slowest of the health check ${idle.ms.toFixed(1)} ms`);
let worst = 0;
for (const { name, run } of freezes.filter((one) => one.name.includes(only))) {
  const { ms, said, tookMs } = await slowest(() => run(target));
  worst = Math.max(worst, ms / idle.ms);
  console.log(
    `${(ms / idle.ms).toFixed(1).padStart(6)} x  slowest ${ms.toFixed(1).padStart(7)} ms  in ${(tookMs / 1000).toFixed(1).padStart(5)} s  ${name}: ${said}`,
  );
}
server.kill();
await rm(folder, { recursive: true, force: true });
console.log(`worst ${worst.toFixed(1)} x, goal at most ${MOST_TIMES} x`);
process.exit(worst <= MOST_TIMES ? 0 : 1);
