import { parseArgs } from 'node:util';
import { loadDemo } from './load.ts';
import { fillOutTray } from './outTray.ts';
import { fillRoutines } from './routines.ts';
import { fillRounds } from './rounds.ts';

const { values } = parseArgs({
  options: {
    folder: { type: 'string', default: 'data/demo/practice' },
    matters: { type: 'string', default: '60' },
    'out-tray': { type: 'boolean', default: false },
    'sign-on': { type: 'string' },
  },
});
const made = await loadDemo(values.folder, Date.now(), {
  matters: Number(values.matters),
  signOn: values['sign-on'],
});
if (made.matters > 0 && values['out-tray']) {
  await fillRoutines(values.folder, Date.now());
  await fillRounds(values.folder, Date.now());
  await fillOutTray(values.folder, Date.now());
}
if (made.matters > 0) {
  console.log(`Made the demo practice: ${made.matters} matters, ${made.entries} entries of correspondence.`);
}
