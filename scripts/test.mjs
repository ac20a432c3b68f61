// npm test: installs what is missing, then formatting, lint, types, unused code, unit tests and journeys in Chromium.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root, run, runTool } from './steps.mjs';

/** Debian's Chromium, installed once where it is missing; as root, or by sudo. */
function installBrowser() {
  if (existsSync('/usr/bin/chromium')) return;
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  console.error('Installing Chromium from Debian’s packages.');
  for (const args of [
    ['update', '-qq'],
    ['install', '-y', '-qq', '--no-install-recommends', 'chromium'],
  ]) {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    run(command, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  }
}

/** Debian's Dovecot, against which reading a mailbox is tried as well; where it cannot be had, that one test is left out. */
function installMailbox() {
  if (existsSync('/usr/sbin/dovecot') || process.getuid?.() !== 0) return;
  console.error('Installing Dovecot from Debian’s packages.');
  const [command, ...rest] = ['apt-get', 'install', '-y', '-qq', '--no-install-recommends', 'dovecot-imapd'];
  spawnSync(command, rest, {
    stdio: 'ignore',
    timeout: 120_000,
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
}

/** Runs a tool that writes its results as JSON, and counts; its own report is on the screen. */
function counted(tool, args, file, count) {
  rmSync(file, { force: true });
  const { status } = spawnSync(process.execPath, [...args], {
    cwd: root,
    stdio: 'inherit',
    env: process.env,
  });
  if (!existsSync(file)) {
    console.error(`${tool} ended without results (code ${status}).`);
    process.exit(status || 1);
  }
  return count(JSON.parse(readFileSync(file, 'utf8')));
}

const modules = join(root, 'node_modules');
install();
installBrowser();
installMailbox();
const checks = [
  ['prettier', ['--check', '.', '--log-level', 'warn']],
  ['eslint', ['.', '--max-warnings', '0']],
  ['tsc', ['-p', 'core']],
  ['tsc', ['-p', 'tsconfig.server.json']],
  ['tsc', ['-p', 'web']],
  ['knip', []],
];
for (const [tool, args] of checks) {
  console.error(`— ${tool} ${args.join(' ')}`);
  runTool(tool, args);
}
console.error('— the list of words');
run(process.execPath, [join(root, 'scripts', 'words.mjs'), '--check']);
build();

const results = join(root, 'test-results');
const unitFile = join(results, 'unit.json');
const unit = counted(
  'vitest',
  [
    join(modules, 'vitest', 'vitest.mjs'),
    'run',
    '--reporter=dot',
    '--reporter=json',
    `--outputFile=${unitFile}`,
  ],
  unitFile,
  (json) => ({
    passed: json.numPassedTests,
    failed:
      json.numFailedTests +
      json.testResults.filter(
        ({ status, assertionResults }) => status === 'failed' && assertionResults.length === 0,
      ).length,
  }),
);
const journeyFile = join(root, '.cache', 'journeys.json');
const journeys = counted(
  'playwright',
  [join(modules, '@playwright', 'test', 'cli.js'), 'test'],
  journeyFile,
  ({ stats }) => ({
    passed: stats.expected,
    failed: stats.unexpected,
  }),
);

const passed = unit.passed + journeys.passed;
const failed = unit.failed + journeys.failed;
console.log(
  `unit tests: ${unit.passed} passed; journeys: ${journeys.passed} passed; checks: ${checks.length} clean`,
);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || unit.passed === 0 || journeys.passed === 0 ? 1 : 0);
