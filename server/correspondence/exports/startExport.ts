import { mkdir, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { ExportJob, NewExport } from '../../../contract/exports.ts';
import { changing } from '../../access/change.ts';
import { may } from '../../access/rights.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { Progress } from '../../platform/jobs/jobs.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import { csvOf } from './csvOf.ts';
import { entryFileName } from './entryFiles.ts';
import type { ExportServices, MadeFile } from './exportJobs.ts';
import { viewExport } from './exportJobs.ts';
import { foundEntries, MOST_TAKEN_OUT } from './foundEntries.ts';
import type { FoundSet } from './foundEntries.ts';
import { mboxOf } from './mboxOf.ts';
import { zipOf } from './zipOf.ts';

/** A bundle is read by people; beyond this it would be no bundle, and would not fit into memory. */
const MOST_BUNDLED = 500;

const FORMS = {
  zip: { ending: 'zip', mediaType: 'application/zip' },
  pdf: { ending: 'pdf', mediaType: 'application/pdf' },
  mbox: { ending: 'mbox', mediaType: 'application/mbox' },
  csv: { ending: 'csv', mediaType: 'text/csv' },
  practice: { ending: 'zip', mediaType: 'application/zip' },
} as const;

/** Begins to take something out. What cannot be taken out like this is said before anything is made. */
export async function startExport(
  services: ExportServices,
  scope: PersonScope,
  order: NewExport,
): Promise<ExportJob> {
  const { form } = order;
  if (form === 'practice' && !may(scope.actor, 'archive'))
    throw new DomainProblem('notYours', [{ code: 'archiveNotYours' }]);
  const found = form === 'practice' ? undefined : await foundEntries(scope, order.query);
  const most = form === 'pdf' ? MOST_BUNDLED : MOST_TAKEN_OUT;
  if (found && found.count > most) throw new DomainProblem('tooLarge', [{ code: 'tooManyEntries', most }]);
  await changing(services, scope, ({ audit }) =>
    audit(`export.${form}`, 'practice', 'practice', { entries: found?.count ?? null }),
  );
  const job = services.exports.start(scope.actor.id, (progress) =>
    make(services, scope, form, found, progress),
  );
  return viewExport(job);
}

async function make(
  services: ExportServices,
  scope: PersonScope,
  form: NewExport['form'],
  found: FoundSet | undefined,
  progress: Progress,
): Promise<MadeFile> {
  const { ending, mediaType } = FORMS[form];
  const folder = join(services.config.dataFolder, 'taken-out');
  await mkdir(folder, { recursive: true });
  const path = join(folder, `${services.newId()}.${ending}`);
  const day = new Date(services.now()).toISOString().slice(0, 10);
  const fileName = `${day} ${form === 'practice' ? 'practice' : 'correspondence'}.${ending}`;
  try {
    if (form === 'practice') await services.writeArchive(path, progress);
    else if (found) await write(services, scope, form, found, path, progress);
    return { path, fileName, mediaType, holds: found ? found.matterIds : 'practice' };
  } catch (error) {
    // What was made so far is of no use to anybody.
    await rm(path, { force: true });
    throw error;
  }
}

async function write(
  services: ExportServices,
  scope: PersonScope,
  form: Exclude<NewExport['form'], 'practice'>,
  found: FoundSet,
  path: string,
  progress: Progress,
): Promise<void> {
  switch (form) {
    case 'zip':
      return zipOf(found, services.blobs, path, progress);
    case 'mbox':
      return mboxOf(found, services.blobs, path, progress);
    case 'pdf': {
      // What makes PDFs is large, and loaded when the first is asked for.
      const { bundlePdf } = await import('./bundlePdf.ts');
      return bundlePdf(services, scope, found, path, progress);
    }
    case 'csv': {
      const lines = [];
      for await (const entry of found.entries()) lines.push({ entry, file: entryFileName(entry) });
      return writeFile(path, csvOf(lines));
    }
    default:
      return form satisfies never;
  }
}
