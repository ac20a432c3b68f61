import { join } from 'node:path';
import { mkdir, rm, writeFile } from 'node:fs/promises';
import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import type { NewExport, ExportJob } from '../../../contract/exports.ts';
import { HttpProblem } from '../../http/httpProblem.ts';
import { foundEntries, MOST_TAKEN_OUT } from './foundEntries.ts';
import type { FoundSet } from './foundEntries.ts';
import { MOST_BUNDLED, bundlePdf } from './bundlePdf.ts';
import { insertAuditEvent } from '../../access/auditQueries.ts';
import { viewExport } from './exportJobs.ts';
import type { MadeFile } from './exportJobs.ts';
import type { Progress } from '../../platform/jobs/jobs.ts';
import { writeArchive } from '../../practice/writeArchive.ts';
import { zipOf } from './zipOf.ts';
import { mboxOf } from './mboxOf.ts';
import { entryFileName } from './entryFiles.ts';
import { csvOf } from './csvOf.ts';

const FORMS = {
  zip: { ending: 'zip', mediaType: 'application/zip' },
  pdf: { ending: 'pdf', mediaType: 'application/pdf' },
  mbox: { ending: 'mbox', mediaType: 'application/mbox' },
  csv: { ending: 'csv', mediaType: 'text/csv' },
  practice: { ending: 'zip', mediaType: 'application/zip' },
} as const;

/** Begins to take something out. What cannot be taken out like this is said before anything is made. */
export async function startExport(office: Office, person: Account, order: NewExport): Promise<ExportJob> {
  const { form } = order;
  if (form === 'practice' && person.right !== 'administrator' && !office.config.demo)
    throw new HttpProblem('notYours', 'Only an administrator takes out the whole practice.');
  const found = form === 'practice' ? undefined : await foundEntries(office, person, order.query);
  const most = form === 'pdf' ? MOST_BUNDLED : MOST_TAKEN_OUT;
  if (found && found.count > most)
    throw new HttpProblem(
      'tooLarge',
      `That is more than ${most.toLocaleString('en-GB')} entries. Narrow it, by time for one, and take it out in parts.`,
    );
  await insertAuditEvent(office.db, {
    atUtc: office.now(),
    personId: person.id,
    what: `export.${form}`,
    subjectKind: 'practice',
    subjectId: 'practice',
    detail: { entries: found?.count ?? null },
  });
  const job = office.long.exports.start(person.id, (progress) => make(office, form, found, progress));
  return viewExport(job);
}

async function make(
  office: Office,
  form: NewExport['form'],
  found: FoundSet | undefined,
  progress: Progress,
): Promise<MadeFile> {
  const { ending, mediaType } = FORMS[form];
  const folder = join(office.config.dataFolder, 'taken-out');
  await mkdir(folder, { recursive: true });
  const path = join(folder, `${office.newId()}.${ending}`);
  const day = new Date(office.now()).toISOString().slice(0, 10);
  const fileName = `${day} ${form === 'practice' ? 'practice' : 'correspondence'}.${ending}`;
  try {
    if (form === 'practice') await writeArchive(office.db, office.blobs, path, office.now(), progress);
    else if (found) await write(office, form, found, path, progress);
    return { path, fileName, mediaType };
  } catch (error) {
    // What was made so far is of no use to anybody.
    await rm(path, { force: true });
    throw error;
  }
}

async function write(
  office: Office,
  form: Exclude<NewExport['form'], 'practice'>,
  found: FoundSet,
  path: string,
  progress: Progress,
): Promise<void> {
  switch (form) {
    case 'zip':
      return zipOf(found, office.blobs, path, progress);
    case 'mbox':
      return mboxOf(found, office.blobs, path, progress);
    case 'pdf':
      return bundlePdf(office, found, path, progress);
    case 'csv': {
      const lines = [];
      for await (const entry of found.entries()) lines.push({ entry, file: entryFileName(entry) });
      return writeFile(path, csvOf(lines));
    }
    default:
      return form satisfies never;
  }
}
