import type { Database } from '../platform/database/openDatabase.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { stopRunning } from './importQueries.ts';

/** Says of imports that ran when the server stopped that they can be gone on with. */
export const resumable = ({ db }: { readonly db: Database }): Promise<void> => inTransaction(db, stopRunning);
