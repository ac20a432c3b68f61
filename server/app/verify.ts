import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { readConfig } from './config.ts';
import { openDatabase } from '../platform/database/openDatabase.ts';
import { unscoped } from '../access/unscoped.ts';
import { isSound, verifyPractice } from '../practice/verifyPractice.ts';
import type { Verification } from '../practice/verifyPractice.ts';

/** What was found, a line each, for whoever looks after the folder: names, not sentences. */
function linesOf({
  entries,
  brokenSeal,
  files,
  brokenFiles,
  notFindable,
  strayWords,
}: Verification): string[] {
  return [
    `seals     ${entries} entries, ${brokenSeal ? `broken at ${brokenSeal.entryId} “${brokenSeal.subject}”` : 'all sound'}`,
    `files     ${files} stored, ${brokenFiles.length === 0 ? 'all sound' : `${brokenFiles.length} broken`}`,
    ...brokenFiles.flatMap(({ sha256, why, neededBy }) => [
      `  ${sha256} ${why}`,
      ...neededBy.map(({ place, name, subject, reference }) =>
        ['   ', place, reference, subject && `“${subject}”`, name].filter(Boolean).join(' '),
      ),
    ]),
    `index     ${notFindable.length} entries not held, ${strayWords} rows of none`,
  ];
}

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
for (const line of linesOf(verification)) console.log(line);
process.exit(isSound(verification) ? 0 : 1);
