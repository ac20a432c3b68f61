import type { Database } from '../platform/database/openDatabase.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { stopRunning, undoable } from './importQueries.ts';

/** Says of imports that ran, or were being undone, when the server stopped that they can be gone on with. */
export const resumable = ({ db }: { readonly db: Database }): Promise<void> =>
  inTransaction(db, async (tx) => {
    await stopRunning(tx);
    await undoable(tx);
  });
