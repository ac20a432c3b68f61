import knex from 'knex';
import type { Knex } from 'knex';
import { prepareConnection, prepareReader } from './dialects/sqlite/connect.ts';
import { down as downFoundation, up as upFoundation } from './migrations/20261124090000_foundation.ts';
import { down as downWorkshop, up as upWorkshop } from './migrations/20261125080000_workshop.ts';
import { down as downChannels, up as upChannels } from './migrations/20261125120000_channels.ts';
import { down as downIncoming, up as upIncoming } from './migrations/20261125150000_incoming.ts';
import { down as downSenders, up as upSenders } from './migrations/20261125200000_senders.ts';
import { down as downReading, up as upReading } from './migrations/20261125210000_reading.ts';
import { down as downHouse, up as upHouse } from './migrations/20261127120000_house.ts';
import {
  down as downAuthenticated,
  up as upAuthenticated,
} from './migrations/20261127190000_authenticated.ts';

import { down as downPeople, up as upPeople } from './migrations/20261128190000_people.ts';
import {
  down as downOrganisations,
  up as upOrganisations,
} from './migrations/20261201140000_people_and_organisations.ts';
import { down as downLinks, up as upLinks } from './migrations/20261201170000_linked_matters.ts';
import { down as downRounds, up as upRounds } from './migrations/20261201210000_rounds.ts';
import { down as downRoutines, up as upRoutines } from './migrations/20261202010000_routines.ts';
import { down as downInvitations, up as upInvitations } from './migrations/20261202120000_invitations.ts';
import { down as downNews, up as upNews } from './migrations/20261202130000_news.ts';
import { down as downPreferred, up as upPreferred } from './migrations/20261202140000_preferred_channel.ts';
import { down as downAnswers, up as upAnswers } from './migrations/20261202150000_answer_pages.ts';
import { down as downFigures, up as upFigures } from './migrations/20261202170000_figures.ts';
import { down as downImports, up as upImports } from './migrations/20261201100000_imports.ts';
import { down as downMatterCare, up as upMatterCare } from './migrations/20261201090000_matter_care.ts';
import { down as downDocuments, up as upDocuments } from './migrations/20261128210000_documents.ts';
import { down as downTests, up as upTests } from './migrations/20261127230000_tests.ts';
import { down as downMerges, up as upMerges } from './migrations/20261127233000_merges.ts';
import { down as downSignatures, up as upSignatures } from './migrations/20261128110000_signatures.ts';
import { down as downTexts, up as upTexts } from './migrations/20261128100000_texts.ts';

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
  { name: '20261127120000_house', up: upHouse, down: downHouse },
  { name: '20261127190000_authenticated', up: upAuthenticated, down: downAuthenticated },
  { name: '20261127230000_tests', up: upTests, down: downTests },
  { name: '20261127233000_merges', up: upMerges, down: downMerges },
  { name: '20261128100000_texts', up: upTexts, down: downTexts },
  { name: '20261128110000_signatures', up: upSignatures, down: downSignatures },
  { name: '20261128190000_people', up: upPeople, down: downPeople },
  { name: '20261128210000_documents', up: upDocuments, down: downDocuments },
  { name: '20261201090000_matter_care', up: upMatterCare, down: downMatterCare },
  { name: '20261201100000_imports', up: upImports, down: downImports },
  { name: '20261201140000_people_and_organisations', up: upOrganisations, down: downOrganisations },
  { name: '20261201170000_linked_matters', up: upLinks, down: downLinks },
  { name: '20261201210000_rounds', up: upRounds, down: downRounds },
  { name: '20261202010000_routines', up: upRoutines, down: downRoutines },
  { name: '20261202120000_invitations', up: upInvitations, down: downInvitations },
  { name: '20261202130000_news', up: upNews, down: downNews },
  { name: '20261202140000_preferred_channel', up: upPreferred, down: downPreferred },
  { name: '20261202150000_answer_pages', up: upAnswers, down: downAnswers },
  { name: '20261202170000_figures', up: upFigures, down: downFigures },
];

/** The newest; what an archive says of the tables it holds. */
export const LATEST_MIGRATION = MIGRATIONS.at(-1)?.name ?? '';

const migrationSource = {
  getMigrations: () => Promise.resolve([...MIGRATIONS]),
  getMigrationName: (migration: Migration) => migration.name,
  getMigration: (migration: Migration) => Promise.resolve({ up: migration.up, down: migration.down }),
};

/** Statements are short; whoever waits longer for their turn waits for something that will not come. */
const LONGEST_WAIT_MS = 15_000;

const open = (filename: string, afterCreate: typeof prepareConnection): Database =>
  knex.knex({
    client: 'better-sqlite3',
    connection: { filename },
    useNullAsDefault: true,
    pool: { min: 1, max: 1, afterCreate },
    acquireConnectionTimeout: LONGEST_WAIT_MS,
    migrations: { migrationSource },
  });

/**
 * Opens the practice's database and brings it up to date. One connection: SQLite writes one at a time anyway, and a
 * transaction is then never mixed with another's statements.
 */
export async function openDatabase(fileName: string): Promise<Database> {
  const database = open(fileName, prepareConnection);
  await database.migrate.latest();
  return database;
}

/** Makes a database as an older version left it; undefined where no version ever did. Opening it brings it up to date. */
export async function makeDatabaseOf(fileName: string, migration: string): Promise<Database | undefined> {
  const at = MIGRATIONS.findIndex(({ name }) => name === migration);
  if (at < 0) return undefined;
  const database = open(fileName, prepareConnection);
  for (const { name } of MIGRATIONS.slice(0, at + 1)) await database.migrate.up({ name });
  return database;
}

/** A second connection to a database that is open already, for reading it whole while others go on writing. */
export const openReader = (fileName: string): Database => open(fileName, prepareReader);
