// npm run verify [-- --data DIR]: checks the seals, the stored files and the index of a practice. It may run beside it.
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { build, builtVerify, install, root, run } from './steps.mjs';

const { values } = parseArgs({ options: { data: { type: 'string', default: 'data/demo/practice' } } });
install();
build();
run(process.execPath, [builtVerify], {
  env: { ...process.env, OFFICIUM_DATA: resolve(root, values.data) },
});
