import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** Remembers a test by its Message-ID. */
export async function insertTest(tx: Tx, messageId: string): Promise<void> {
  await tx('tests_sent').insert({ internet_message_id: messageId });
}

/** Whether a message that came in is a test of ours. */
export const isTest = async (reads: Reads, messageId: string): Promise<boolean> =>
  (await sql(reads)('tests_sent').where({ internet_message_id: messageId }).first()) !== undefined;
