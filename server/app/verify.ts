import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { readConfig } from './config.ts';
import { openDatabase } from '../platform/database/openDatabase.ts';
import { unscoped } from '../access/unscoped.ts';
import { isSound, verifyPractice } from '../practice/verifyPractice.ts';
import { verificationWords } from '../practice/verificationWords.ts';

/** Checks a practice’s folder from the command line; ends with 1 where something is wrong. It may run beside the server. */
const { dataFolder } = readConfig(process.env);
const file = join(dataFolder, 'officium.sqlite');
if (!existsSync(file)) {
  console.error(`There is no practice in ${dataFolder}.`);
  process.exit(2);
}
const db = await openDatabase(file);
const verification = await verifyPractice(unscoped(db, 'archive'), blobStore(join(dataFolder, 'blobs')));
await db.destroy();
for (const line of verificationWords(verification)) console.log(line);
process.exit(isSound(verification) ? 0 : 1);
