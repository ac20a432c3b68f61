import type { Job } from '../platform/jobs/jobs.ts';
import { isSound } from './verifyPractice.ts';
import type { Verification } from './verifyPractice.ts';
import type { VerificationJob } from '../../contract/exports.ts';
import { verificationWords } from './verificationWords.ts';

export const viewVerification = ({
  id,
  state,
  done,
  of,
  result,
  problem,
}: Job<Verification>): VerificationJob => ({
  id,
  state,
  done,
  of,
  lines: result ? [...verificationWords(result)] : null,
  sound: result ? isSound(result) : null,
  problem: state === 'failed' ? (problem ?? null) : null,
});
