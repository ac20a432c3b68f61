import { sha256Hex } from '../blobs/blobStore.ts';
import { DomainProblem } from '../problems/problem.ts';

const LETTERS = 16;

/** Which state of some settings this is, by what they say: like a strong entity tag (RFC 9110 §8.8.3). */
export const revisionOf = (settings: unknown): string =>
  sha256Hex(Buffer.from(JSON.stringify(settings))).slice(0, LETTERS);

/** What comes from outside with the state it stands on: refused where that is no longer what is there. */
export function refuseOvertaken(given: string | undefined, current: string | undefined): void {
  if (given === undefined || given === current) return;
  throw new DomainProblem('settingsChanged');
}
