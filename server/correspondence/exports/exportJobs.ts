import { rm } from 'node:fs/promises';
import { jobs } from '../../platform/jobs/jobs.ts';
import type { Jobs, Job } from '../../platform/jobs/jobs.ts';
import type { Verification } from '../../practice/verifyPractice.ts';
import type { ExportJob } from '../../../contract/exports.ts';
import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import { notFound } from '../../http/httpProblem.ts';

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

export const viewExport = ({ id, state, done, of, result, problem }: Job<MadeFile>): ExportJob => ({
  id,
  state,
  done,
  of,
  fileName: result?.fileName ?? null,
  problem: state === 'failed' ? (problem ?? null) : null,
});

export function exportOf(office: Office, person: Account, id: string): Job<MadeFile> {
  const job = office.long.exports.find(id, person.id);
  if (!job) throw notFound('export');
  return job;
}
