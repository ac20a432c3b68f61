import knex from 'knex';
import type { Knex } from 'knex';
import { down as downFoundation, up as upFoundation } from './migrations/20261124090000_foundation.ts';
import { down as downWorkshop, up as upWorkshop } from './migrations/20261125080000_workshop.ts';
import { down as downReading, up as upReading } from './migrations/20261125210000_reading.ts';
import { down as downSenders, up as upSenders } from './migrations/20261125200000_senders.ts';
import { down as downIncoming, up as upIncoming } from './migrations/20261125150000_incoming.ts';
import { down as downChannels, up as upChannels } from './migrations/20261125120000_channels.ts';

export type Database = Knex;

interface Migration {
  readonly name: string;
  readonly up: (knex: Knex) => Promise<void>;
  readonly down: (knex: Knex) => Promise<void>;
}

/** Every migration, oldest first. Listed by hand, so that a built application needs no folder to be read. */
const MIGRATIONS: readonly Migration[] = [
  { name: '20261124090000_foundation', up: upFoundation, down: downFoundation },
  { name: '20261125080000_workshop', up: upWorkshop, down: downWorkshop },
  { name: '20261125120000_channels', up: upChannels, down: downChannels },
  { name: '20261125150000_incoming', up: upIncoming, down: downIncoming },
  { name: '20261125200000_senders', up: upSenders, down: downSenders },
  { name: '20261125210000_reading', up: upReading, down: downReading },
];

const migrationSource = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: (migration: Migration) => migration.name,
  getMigration: (migration: Migration) => Promise.resolve({ up: migration.up, down: migration.down }),
};

interface RawConnection {
  pragma: (statement: string) => unknown;
}

/** How long a statement waits for another process that holds the file (a backup, say) before it gives up. */
const BUSY_TIMEOUT_MS = 5_000;

/**
 * Opens the practice's database and brings it up to date. One connection: SQLite writes one at a time anyway, and a
 * transaction is then never mixed with another's statements. FULL, since what is sent and filed must survive a power cut.
 */
export async function openDatabase(fileName: string): Promise<Database> {
  const database = knex.knex({
    client: 'better-sqlite3',
    connection: { filename: fileName },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: RawConnection,
        done: (error: Error | null, connection: RawConnection) => void,
      ) => {
        connection.pragma('journal_mode = WAL');
        connection.pragma('synchronous = FULL');
        connection.pragma('foreign_keys = ON');
        connection.pragma(`busy_timeout = ${BUSY_TIMEOUT_MS}`);
        done(null, connection);
      },
    },
    migrations: { migrationSource },
  });
  await database.migrate.latest();
  return database;
}
