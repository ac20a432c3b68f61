import type { VerificationFound, VerificationJob } from '../../contract/exports.ts';
import type { Scope } from '../access/scope.ts';
import { hiddenIds } from '../access/visibleQueries.ts';
import type { Job } from '../platform/jobs/jobs.ts';
import { isSound } from './verifyPractice.ts';
import type { Verification } from './verifyPractice.ts';

/** A check as one person is told of it: matters that they may not see are counted, and not named. */
export async function viewVerification(
  scope: Scope,
  { id, state, done, of, result, problem }: Job<Verification>,
): Promise<VerificationJob> {
  return {
    id,
    state,
    done,
    of,
    found: result ? viewFound(result, await hiddenIds(scope)) : null,
    sound: result ? isSound(result) : null,
    problem: state === 'failed' ? (problem ?? null) : null,
  };
}

const MOST_NAMED = 20;

/** What was found, as far as somebody may see where it stands. */
export function viewFound(
  { entries, brokenSeal, files, brokenFiles, notFindable, strayWords }: Verification,
  hidden: ReadonlySet<string>,
): VerificationFound {
  const isSeen = (matterId: string | null): boolean => matterId === null || !hidden.has(matterId);
  const [lost] = notFindable;
  return {
    entries,
    brokenSeal: brokenSeal && {
      entryId: brokenSeal.entryId,
      subject: isSeen(brokenSeal.matterId) ? brokenSeal.subject : null,
    },
    files,
    broken: brokenFiles.length,
    brokenFiles: brokenFiles.slice(0, MOST_NAMED).map(({ sha256, why, neededBy }) => ({
      sha256,
      why,
      neededBy: neededBy.map(({ matterId, place, name, subject, reference }) =>
        isSeen(matterId) ? { place, name, subject, reference } : null,
      ),
    })),
    notFindable: notFindable.length,
    oneNotFindable: lost && isSeen(lost.matterId) ? lost.subject : null,
    strayWords,
  };
}
