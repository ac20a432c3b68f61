import type { VerificationJob } from '../../contract/exports.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { PracticeServices } from './services.ts';
import { viewVerification } from './verificationView.ts';

/** How far a check of one's own is, and what it found. */
export async function readVerification(
  { verifications }: Pick<PracticeServices, 'verifications'>,
  scope: PersonScope,
  id: string,
): Promise<VerificationJob> {
  const job = verifications.find(id, scope.actor.id);
  if (!job) throw notFound('verification');
  return viewVerification(scope, job);
}
