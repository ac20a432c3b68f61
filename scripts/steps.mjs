// Steps that the commands share. Plain JavaScript on Node.js alone: they run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const stampFolder = join(root, 'node_modules', '.officium');

const say = (words) => process.stderr.write(`${words}\n`);

/** The environment for child commands: native modules are built against Node's own headers where they are there. */
const environment = () => ({
  ...process.env,
  ...(existsSync('/usr/include/node') ? { npm_config_nodedir: '/usr' } : {}),
});

/** Runs a command to its end; ends this one with its code where it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: environment(), ...options });
  if (result.error) say(`${command} could not be run: ${result.error.message}`);
  if (result.status !== 0) process.exit(result.status ?? 1);
}

const bin = (name) => join(root, 'node_modules', '.bin', name);
export const runTool = (name, args, options) => run(process.execPath, [realScript(name), ...args], options);

/** Where a tool's own script is, so that it is run by this Node.js without a shell in between. */
function realScript(name) {
  const packages = {
    tsc: 'typescript/bin/tsc',
    vite: 'vite/bin/vite.js',
    vitest: 'vitest/vitest.mjs',
    eslint: 'eslint/bin/eslint.js',
    prettier: 'prettier/bin/prettier.cjs',
    knip: 'knip/bin/knip.js',
    playwright: '@playwright/test/cli.js',
    tsx: 'tsx/dist/cli.mjs',
  };
  return packages[name] ? join(root, 'node_modules', packages[name]) : bin(name);
}

const hashOf = (...parts) =>
  parts.reduce((hash, part) => hash.update(part), createHash('sha256')).digest('hex');

function stampIs(name, value) {
  const path = join(stampFolder, name);
  return existsSync(path) && readFileSync(path, 'utf8') === value;
}

function setStamp(name, value) {
  mkdirSync(stampFolder, { recursive: true });
  writeFileSync(join(stampFolder, name), value);
}

/** Installs packages when the lockfile is not the one they were installed from. */
export function install() {
  const wanted = hashOf(readFileSync(join(root, 'package-lock.json')), process.version);
  if (stampIs('installed', wanted)) return;
  say('Installing packages. The first time this takes a few minutes, since the database is compiled here.');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error', '--include', 'dev']);
  setStamp('installed', wanted);
}

function* filesBelow(path) {
  if (!statSync(path).isDirectory()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) yield* filesBelow(join(path, name));
}

/** Builds server and web application when a source of theirs has changed. */
export function build() {
  const sources = [
    'core',
    'contract',
    'server',
    'standins',
    'demo',
    'web',
    'tsconfig.base.json',
    'tsconfig.build.json',
    'vite.config.ts',
    'package-lock.json',
  ];
  const parts = sources
    .flatMap((name) => [...filesBelow(join(root, name))])
    .filter((path) => !/\.test\.tsx?$/.test(path));
  const wanted = hashOf(...parts.flatMap((path) => [path.slice(root.length), readFileSync(path)]));
  if (existsSync(join(root, 'dist', 'web', 'index.html')) && stampIs('built', wanted)) return;
  say('Building.');
  rmSync(join(root, 'dist'), { recursive: true, force: true });
  runTool('tsc', ['-p', 'tsconfig.build.json']);
  runTool('vite', ['build', '--logLevel', 'warn']);
  setStamp('built', wanted);
}

export const builtServer = join(root, 'dist', 'server', 'app', 'main.js');
export const builtVerify = join(root, 'dist', 'server', 'app', 'verify.js');
export const builtArchive = join(root, 'dist', 'server', 'app', 'archive.js');
export const builtWeb = join(root, 'dist', 'web');
export const builtMailHost = join(root, 'dist', 'standins', 'mailHost.js');
export const builtIdentityHost = join(root, 'dist', 'standins', 'identityHost.js');
export const builtDemo = join(root, 'dist', 'demo', 'main.js');

/** Starts children together and ends them together. */
export function together() {
  const children = [];
  let ending = false;
  const end = (code) => {
    if (ending) return;
    ending = true;
    for (const child of children) child.kill('SIGTERM');
    setTimeout(() => process.exit(code), 300).unref();
    Promise.all(
      children.map((child) => child.exitCode ?? new Promise((done) => child.once('exit', done))),
    ).then(() => process.exit(code));
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(0));
  return {
    start(name, args, env) {
      const child = spawn(process.execPath, args, {
        cwd: root,
        stdio: ['ignore', 'inherit', 'inherit'],
        env: { ...process.env, ...env },
      });
      child.once('exit', (code) => {
        if (!ending) say(`${name} ended.`);
        end(code ?? 1);
      });
      children.push(child);
    },
  };
}

/** Waits until an address answers; false after the time limit. */
export async function answers(url, seconds = 30) {
  for (const until = Date.now() + seconds * 1000; Date.now() < until;) {
    const found = await fetch(url).then(
      (response) => response.ok,
      () => false,
    );
    if (found) return true;
    await new Promise((done) => setTimeout(done, 100));
  }
  return false;
}
