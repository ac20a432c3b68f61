import { rm, mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { ExportJob, NewExport, VerificationJob } from '../../contract/exports.ts';
import { writeFile } from 'node:fs/promises';
import { writeArchive } from '../exporting/archive.ts';
import { bundlePdf, MOST_BUNDLED } from '../exporting/bundlePdf.ts';
import { csvOf } from '../exporting/csvOf.ts';
import { entryFileName } from '../exporting/entryFiles.ts';
import { foundEntries, MOST_TAKEN_OUT } from '../exporting/foundEntries.ts';
import type { FoundSet } from '../exporting/foundEntries.ts';
import { mboxOf } from '../exporting/mboxOf.ts';
import { zipOf } from '../exporting/zipOf.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import { jobs } from '../jobs.ts';
import type { Job, Jobs, Progress } from '../jobs.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import type { Account } from '../repositories/people.ts';
import { isSound, verifyPractice } from '../verifying/verifyPractice.ts';
import type { Verification } from '../verifying/verifyPractice.ts';
import { verificationWords } from '../verifying/verificationWords.ts';

/** A file that was made to be fetched. */
export interface MadeFile {
  readonly path: string;
  readonly fileName: string;
  readonly mediaType: string;
}

/** Jobs that take a while: taking out, and checking what is kept. */
export interface LongJobs {
  readonly exports: Jobs<MadeFile>;
  readonly verifications: Jobs<Verification>;
}

export const longJobs = (): LongJobs => ({
  exports: jobs(({ result }) => {
    if (result) void rm(result.path, { force: true });
  }),
  verifications: jobs(() => undefined),
});

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

const viewExport = ({ id, state, done, of, result, problem }: Job<MadeFile>): ExportJob => ({
  id,
  state,
  done,
  of,
  fileName: result?.fileName ?? null,
  problem: state === 'failed' ? (problem ?? null) : null,
});

function exportOf(office: Office, person: Account, id: string): Job<MadeFile> {
  const job = office.long.exports.find(id, person.id);
  if (!job) throw notFound('export');
  return job;
}

export const readExport = (office: Office, person: Account, id: string): ExportJob =>
  viewExport(exportOf(office, person, id));

export function callOffExport(office: Office, person: Account, id: string): Record<string, never> {
  exportOf(office, person, id);
  office.long.exports.callOff(id, person.id);
  return {};
}

export function exportedFile(office: Office, person: Account, id: string): MadeFile {
  const { result, state } = exportOf(office, person, id);
  if (!result || state !== 'done') throw notFound('file of this export');
  return result;
}

/** Begins to check all that is kept. */
export const startVerification = (office: Office, person: Account): VerificationJob =>
  viewVerification(
    office.long.verifications.start(person.id, (progress) =>
      verifyPractice(office.db, office.blobs, progress),
    ),
  );

export function readVerification(office: Office, person: Account, id: string): VerificationJob {
  const job = office.long.verifications.find(id, person.id);
  if (!job) throw notFound('verification');
  return viewVerification(job);
}

const viewVerification = ({ id, state, done, of, result, problem }: Job<Verification>): VerificationJob => ({
  id,
  state,
  done,
  of,
  lines: result ? [...verificationWords(result)] : null,
  sound: result ? isSound(result) : null,
  problem: state === 'failed' ? (problem ?? null) : null,
});
