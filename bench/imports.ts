import { mkdir, open } from 'node:fs/promises';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import Papa from 'papaparse';
import { ZipFile } from 'yazl';
import type { PersonScope } from '../server/access/scope.ts';
import type { AppServices } from '../server/app/services.ts';
import { openMatter } from '../server/matters/openMatter.ts';
import { findImport, listImports } from '../server/moving/importQueries.ts';
import { runImport } from '../server/moving/runImport.ts';
import { startImport } from '../server/moving/tryImport.ts';
import { zipFiles } from '../server/moving/zipFile.ts';
import { byRate, byTime, interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { firstMatter, withPractice } from './practice.ts';

const CONTACTS = 20_000;
const DOCUMENTS = 5_000;
const ON_ONE_MATTER = 500;

/** A list as an office keeps it: names, an address, a telephone. */
const listOf = (count: number, kind: string): string =>
  [
    'Name,Email,Telephone',
    ...Array.from(
      { length: count },
      (_, n) => `Person ${kind}${n},p${n}@${kind}.example,01632 ${100_000 + n}`,
    ),
  ].join('\n');

function zipOf(reference: string, count: number): Promise<Buffer> {
  const zip = new ZipFile();
  for (let n = 0; n < count; n += 1)
    zip.addBuffer(Buffer.from(`Number ${n}. `.repeat(200)), `${reference}/Notes/note ${n}.txt`);
  zip.end();
  return buffer(zip.outputStream);
}

/** A list or ZIP tried, and then brought in to its end. */
async function brought(
  services: AppServices,
  scope: PersonScope,
  what: 'contacts' | 'documents',
  bytes: Buffer,
  count: number,
): Promise<void> {
  const file = { name: 'file', read: () => Promise.resolve(bytes) };
  const { id } = await startImport(services, scope, file, { what });
  await runImport(services, scope, id);
  for (;;) {
    const state = (await findImport(scope, id))?.state;
    if (state === 'done') break;
    if (state !== 'running') throw new Error(`the import is ${state ?? 'gone'}`);
    await new Promise((done) => setTimeout(done, 20));
  }
  const made = (await listImports(scope, 1))[0]?.made ?? 0;
  if (made < count) throw new Error(`the import made ${made} of ${count}`);
}

const secondsOf = async (work: () => Promise<unknown>): Promise<number> => {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1_000;
};

/** Lists and ZIPs, tried and brought in, against reading them alone, and against unpacking and storing the files bare. */
export function benchImports(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    const { scope, id, reference } = await firstMatter(services);
    const list = listOf(CONTACTS, 'bench');
    const ours = await secondsOf(() => brought(services, scope, 'contacts', Buffer.from(list), CONTACTS));
    const parsed = await secondsOf(() => Promise.resolve(Papa.parse(list)));

    const before = await interleave({ open: () => openMatter(services, scope, id) });
    const some = await zipOf(reference, ON_ONE_MATTER);
    await brought(services, scope, 'documents', some, ON_ONE_MATTER);
    const after = await interleave({ open: () => openMatter(services, scope, id) });
    const zip = await zipOf(reference, DOCUMENTS);
    const taken = await secondsOf(() => brought(services, scope, 'documents', zip, DOCUMENTS));
    const bare = await secondsOf(() => stored(services, zip));
    return [
      byTime(
        `a matter with ${ON_ONE_MATTER} documents more, opened`,
        after['open'] ?? NaN,
        'without them',
        before['open'] ?? NaN,
      ),
      byRate(`import: ${CONTACTS} contacts tried and made`, CONTACTS, ours, 'papaparse alone', parsed),
      byRate(
        `import: ${DOCUMENTS} documents of a ZIP`,
        DOCUMENTS,
        taken,
        'unpacked, each written durably',
        bare,
      ),
    ];
  });
}

/** Every file unpacked and written durably under a number: the least that keeping them costs. */
async function stored({ config }: AppServices, bytes: Buffer): Promise<void> {
  const folder = join(config.dataFolder, 'bare');
  await mkdir(folder);
  const zip = await zipFiles(bytes);
  for (const [n, path] of zip.paths.entries()) {
    const file = await open(join(folder, String(n)), 'w');
    await file.write((await zip.read(path)) ?? Buffer.alloc(0));
    await file.datasync();
    await file.close();
  }
}
