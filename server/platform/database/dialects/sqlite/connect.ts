import { keepStatements } from './statements.ts';

/** How long a statement waits for another process that holds the file (a backup, say) before it gives up. */
const BUSY_TIMEOUT_MS = 5_000;

interface RawConnection {
  readonly pragma: (statement: string) => unknown;
  prepare: (sql: string) => unknown;
}

type Done = (error: Error | null, connection: RawConnection) => void;

/** Sets a new connection up. FULL, since what is sent and filed must survive a power cut. */
export function prepareConnection(connection: RawConnection, done: Done): void {
  connection.pragma('journal_mode = WAL');
  connection.pragma('synchronous = FULL');
  connection.pragma('foreign_keys = ON');
  connection.pragma(`busy_timeout = ${BUSY_TIMEOUT_MS}`);
  keepStatements(connection);
  done(null, connection);
}

/** A connection that can only read: it sees the practice as it was when its transaction began, whatever is written beside. */
export function prepareReader(connection: RawConnection, done: Done): void {
  connection.pragma(`busy_timeout = ${BUSY_TIMEOUT_MS}`);
  connection.pragma('query_only = ON');
  done(null, connection);
}
