import { rm } from 'node:fs/promises';
import type { ExportJob } from '../../../contract/exports.ts';
import type { PersonScope } from '../../access/scope.ts';
import { jobs } from '../../platform/jobs/jobs.ts';
import type { Job, Jobs, Progress } from '../../platform/jobs/jobs.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';

/** A file that was made to be fetched. */
export interface MadeFile {
  readonly path: string;
  readonly fileName: string;
  readonly mediaType: string;
  /** The whole practice is for those who may have all of it; anything else, for those who may see what it holds. */
  readonly holds: 'practice' | ReadonlySet<string>;
}

/** What exports need beside what every use case can have. */
export interface ExportServices extends Services {
  readonly exports: Jobs<MadeFile>;
  /** Writes the whole practice to a file; the capability that can do it stands later. */
  readonly writeArchive: (path: string, progress: Progress) => Promise<void>;
}

export const exportJobs = (): Jobs<MadeFile> =>
  jobs(({ result }) => {
    if (result) void rm(result.path, { force: true });
  });

export const viewExport = ({ id, state, done, of, result, problem }: Job<MadeFile>): ExportJob => ({
  id,
  state,
  done,
  of,
  fileName: result?.fileName ?? null,
  problem: state === 'failed' ? (problem ?? null) : null,
});

/** A job of one's own. */
export function exportOf(
  services: Pick<ExportServices, 'exports'>,
  scope: PersonScope,
  id: string,
): Job<MadeFile> {
  const job = services.exports.find(id, scope.actor.id);
  if (!job) throw notFound('export');
  return job;
}
