import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { VerificationJob } from '../../contract/exports.ts';
import { notFound } from '../http/httpProblem.ts';
import { viewVerification } from './verificationView.ts';

export function readVerification(office: Office, person: Account, id: string): VerificationJob {
  const job = office.long.verifications.find(id, person.id);
  if (!job) throw notFound('verification');
  return viewVerification(job);
}
