import type { Knex } from 'knex';

/** Whether what came in is from whom it says (RFC 8601), and whether a conversation's last message waits for an answer. Of what came before, neither is known. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('incoming', (table) => {
    table.text('authenticated').notNullable().defaultTo('unknown');
  });
  await knex.schema.alterTable('conversations', (table) => {
    table.boolean('last_expects');
  });
  await foldAnew(knex);
}

/** Every entry's words are read again, and names written anew as the application starts: they are folded otherwise now. */
async function foldAnew(knex: Knex): Promise<void> {
  await knex.raw('INSERT OR IGNORE INTO entries_to_read (entry_seq) SELECT seq FROM entries');
  await knex('settings').where({ key: 'foldedAs' }).delete();
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE conversations DROP COLUMN last_expects');
  await knex.raw('ALTER TABLE incoming DROP COLUMN authenticated');
}
