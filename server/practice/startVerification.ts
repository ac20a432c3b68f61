import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { VerificationJob } from '../../contract/exports.ts';
import { viewVerification } from './verificationView.ts';
import { verifyPractice } from './verifyPractice.ts';

/** Begins to check all that is kept. */
export const startVerification = (office: Office, person: Account): VerificationJob =>
  viewVerification(
    office.long.verifications.start(person.id, (progress) =>
      verifyPractice(office.db, office.blobs, progress),
    ),
  );
