// npm run archive -- --to FILE | --from FILE [--data DIR]: a whole practice out into a file, or in from one.
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { build, builtArchive, install, root, run } from './steps.mjs';

const { values } = parseArgs({
  options: {
    to: { type: 'string' },
    from: { type: 'string' },
    data: { type: 'string', default: 'data/demo/practice' },
  },
});
install();
build();
const file = (name) => (values[name] === undefined ? [] : [`--${name}`, resolve(values[name])]);
run(process.execPath, [builtArchive, ...file('to'), ...file('from')], {
  env: { ...process.env, OFFICIUM_DATA: resolve(root, values.data) },
});
