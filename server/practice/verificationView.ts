import type { VerificationJob } from '../../contract/exports.ts';
import type { Scope } from '../access/scope.ts';
import { hiddenIds } from '../access/visibleQueries.ts';
import type { Job } from '../platform/jobs/jobs.ts';
import { verificationWords } from './verificationWords.ts';
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
    lines: result ? [...verificationWords(result, await hiddenIds(scope))] : null,
    sound: result ? isSound(result) : null,
    problem: state === 'failed' ? (problem ?? null) : null,
  };
}
