import { sha256Hex } from '../../platform/blobs/blobStore.ts';
import { inTransaction } from '../../platform/database/transaction.ts';
import { readingFrom } from '../../platform/database/reads.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { insertAuditEvent } from '../auditQueries.ts';
import { dropTriesBefore, failuresSince, insertTry, lastSuccess } from './tryQueries.ts';
import type { Try } from './tryQueries.ts';

const MINUTE_MS = 60_000;
const DAY_MS = 1_440 * MINUTE_MS;

/**
 * How often may be tried. Whoever guesses at somebody's password meets a limit of their own, and keeps nobody else out: an
 * address from which an account was signed in to is bound by the tries between the two alone.
 */
const LIMITS = {
  /** One account from one address. */
  pair: { tries: 10, withinMs: 15 * MINUTE_MS },
  /** One account from addresses that never got in. */
  account: { tries: 50, withinMs: 60 * MINUTE_MS },
  /** One address at accounts that it never got in to. */
  address: { tries: 100, withinMs: 15 * MINUTE_MS },
} as const;

/** An address that got in stands by that for so long; tries are forgotten then. */
const REMEMBERED_MS = 90 * DAY_MS;

export const tryOf = (email: string, address: string): Try => ({
  account: sha256Hex(email.trim().toLowerCase()),
  address,
});

/** Throws where there were too many tries. */
export async function refuseTooMany({ db, now }: Pick<Services, 'db' | 'now'>, one: Try): Promise<void> {
  const reads = readingFrom(db, {});
  const nowUtc = now();
  const gotIn = await lastSuccess(reads, one);
  const many = async (
    of: Partial<Try>,
    { tries, withinMs }: { tries: number; withinMs: number },
    since = 0,
  ) => (await failuresSince(reads, of, Math.max(since, nowUtc - withinMs))) >= tries;
  const tooMany =
    (await many(one, LIMITS.pair, gotIn)) ||
    (gotIn === 0 &&
      ((await many({ account: one.account }, LIMITS.account)) ||
        (await many({ address: one.address }, LIMITS.address))));
  if (tooMany) throw new DomainProblem('tooManyTries');
}

/** Notes how a try went; one that failed is audited. */
export async function noteTry(
  { db, now }: Pick<Services, 'db' | 'now'>,
  one: Try,
  personId: string | undefined,
  succeeded: boolean,
): Promise<void> {
  const atUtc = now();
  await inTransaction(db, async (tx) => {
    await insertTry(tx, one, atUtc, succeeded);
    await dropTriesBefore(tx, atUtc - REMEMBERED_MS);
    if (!succeeded)
      await insertAuditEvent(tx, {
        atUtc,
        personId: null,
        what: 'session.refused',
        subjectKind: 'session',
        subjectId: personId ?? '',
        detail: { address: one.address },
      });
  });
}
