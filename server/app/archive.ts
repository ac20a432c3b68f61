import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { readConfig } from './config.ts';
import { BadArchive, readArchive } from '../practice/readArchive.ts';
import { writeArchive } from '../practice/writeArchive.ts';
import { openDatabase } from '../platform/database/openDatabase.ts';

/** Takes a whole practice out (`--to FILE`), or reads an archive into an empty folder (`--from FILE`). */
const { values } = parseArgs({ options: { to: { type: 'string' }, from: { type: 'string' } } });
const { dataFolder } = readConfig(process.env);
const say = (done: number, of: number): void => {
  if (process.stderr.isTTY) process.stderr.write(`\r${done} of ${of}`);
};

async function takeOut(path: string): Promise<void> {
  const file = join(dataFolder, 'officium.sqlite');
  if (!existsSync(file)) throw new BadArchive(`There is no practice in ${dataFolder}.`);
  // Brings it up to date first, so that what is taken out is of this version.
  await (await openDatabase(file)).destroy();
  const progress = { tell: say, signal: new AbortController().signal };
  await writeArchive(dataFolder, blobStore(join(dataFolder, 'blobs')), path, Date.now(), progress);
  console.log(`The practice is in ${path}.`);
}

try {
  if (values.to !== undefined) await takeOut(values.to);
  else if (values.from !== undefined) {
    const { files } = await readArchive(values.from, dataFolder);
    console.log(`The practice was read into ${dataFolder}, with ${files} files.`);
  } else throw new BadArchive('Say --to FILE to take the practice out, or --from FILE to read one in.');
} catch (error) {
  if (!(error instanceof BadArchive)) throw error;
  console.error(error.message);
  process.exit(1);
}
