// npm run check: the quick look before a commit: types, lint, unused code, and the unit tests of what changed since the last one.
import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { install, root } from './steps.mjs';

install();
const bin = (name) => join(root, 'node_modules', '.bin', name);
const CHECKS = [
  ['types of core', bin('tsc'), ['-p', 'core']],
  ['types of the server', bin('tsc'), ['-p', 'tsconfig.server.json', '--noEmit']],
  ['types of the web', bin('tsc'), ['-p', 'web']],
  ['lint', bin('eslint'), ['.', '--max-warnings', '0', '--cache', '--cache-location', '.cache/eslint']],
  [
    'layout',
    bin('prettier'),
    ['--check', '.', '--log-level', 'warn', '--cache', '--cache-location', '.cache/prettier'],
  ],
  ['list of words', process.execPath, [join(root, 'scripts', 'words.mjs'), '--check']],
  ['unused code', bin('knip'), []],
  ['unit tests of what changed', bin('vitest'), ['run', '--changed', '--passWithNoTests', '--reporter=dot']],
];

const started = Date.now();
const waiting = [...CHECKS];
let failed = 0;

/** One after the other, on each of the machine’s cores; a check says nothing unless something is wrong. */
async function work() {
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const [name, command, args] = next;
    const began = Date.now();
    const { code, output } = await new Promise((done) => {
      const child = spawn(command, args, { cwd: root, env: { ...process.env, NO_COLOR: '1' } });
      let said = '';
      child.stdout.on('data', (bytes) => (said += bytes));
      child.stderr.on('data', (bytes) => (said += bytes));
      child.on('close', (ended) => done({ code: ended, output: said }));
    });
    const seconds = ((Date.now() - began) / 1000).toFixed(1);
    console.log(`${code === 0 ? 'clean ' : 'FAILED'} ${name} (${seconds} s)`);
    if (code !== 0) {
      failed += 1;
      console.log(output);
    }
  }
}

await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, work));
console.log(
  `${CHECKS.length - failed} clean, ${failed} failed, in ${((Date.now() - started) / 1000).toFixed(0)} s`,
);
process.exit(failed > 0 ? 1 : 0);
