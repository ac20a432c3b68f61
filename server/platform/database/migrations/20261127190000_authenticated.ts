import type { Knex } from 'knex';

/** Whether what came in is from whom it says (RFC 8601), and whether a conversation's last message waits for an answer. Of what came before, neither is known. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('incoming', (table) => {
    table.text('authenticated').notNullable().defaultTo('unknown');
  });
  await knex.schema.alterTable('conversations', (table) => {
    table.boolean('last_expects');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE conversations DROP COLUMN last_expects');
  await knex.raw('ALTER TABLE incoming DROP COLUMN authenticated');
}
