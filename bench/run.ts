import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { parseArgs } from 'node:util';
import { benchChecks } from './checks.ts';
import { benchFigures } from './figures.ts';
import { benchFiling } from './filing.ts';
import { benchImports } from './imports.ts';
import type { Measured } from './measure.ts';
import { benchCheck } from './check.ts';
import { benchLetters } from './letters.ts';
import { benchMatching } from './matching.ts';
import { benchMerge } from './merge.ts';
import { benchOrder } from './order.ts';
import { benchRounds } from './rounds.ts';
import { benchSheet } from './sheet.ts';
import { benchSearch } from './search.ts';
import { benchShelf } from './shelf.ts';

/** Every bench there is; a new one is a file and a line here. */
const BENCHES: Readonly<Record<string, () => Promise<readonly Measured[]>>> = {
  merge: benchMerge,
  letters: benchLetters,
  check: benchCheck,
  checks: benchChecks,
  order: benchOrder,
  shelf: benchShelf,
  sheet: benchSheet,
  figures: benchFigures,
  filing: benchFiling,
  imports: benchImports,
  rounds: benchRounds,
  matching: benchMatching,
  search: benchSearch,
};

const { values, positionals } = parseArgs({ options: { json: { type: 'string' } }, allowPositionals: true });
const names = positionals.length > 0 ? positionals : Object.keys(BENCHES);
const results: Measured[] = [];
for (const name of names) {
  const bench = BENCHES[name];
  if (!bench) {
    console.error(`There is no bench “${name}”. There are: ${Object.keys(BENCHES).join(', ')}.`);
    process.exit(2);
  }
  const measured = await bench();
  results.push(...measured);
  for (const { name: what, unit, ours, against, theirs, ratio } of measured) {
    console.log(`${what}\n  ours ${ours} ${unit}, ${against} ${theirs} ${unit}: ${ratio}`);
  }
}
if (values.json !== undefined) {
  await mkdir(dirname(values.json), { recursive: true });
  await writeFile(values.json, `${JSON.stringify(results, null, 2)}\n`);
}
