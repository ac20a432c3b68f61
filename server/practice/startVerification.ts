import type { VerificationJob } from '../../contract/exports.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import type { PracticeServices } from './services.ts';
import { viewVerification } from './verificationView.ts';
import { verifyPractice } from './verifyPractice.ts';

/** Begins to check all that is kept. It looks at everything; what it found is told each person as far as they may see it. */
export async function startVerification(
  services: PracticeServices,
  scope: PersonScope,
): Promise<VerificationJob> {
  await changing(services, scope, ({ audit }) => audit('practice.verified', 'practice', 'practice'));
  const job = services.verifications.start(scope.actor.id, (progress) =>
    verifyPractice(unscoped(services.db, 'archive'), services.blobs, progress),
  );
  return viewVerification(scope, job);
}
