import type { Jobs } from '../platform/jobs/jobs.ts';
import type { Services } from '../platform/services.ts';
import type { Verification } from './verifyPractice.ts';

/** What the practice as a whole needs beside what every use case can have. */
export interface PracticeServices extends Services {
  readonly verifications: Jobs<Verification>;
}
