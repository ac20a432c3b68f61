import type { Knex } from 'knex';

/** Whether what came in is from whom it says (RFC 8601). Of what came before, nothing is known. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('incoming', (table) => {
    table.text('authenticated').notNullable().defaultTo('unknown');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE incoming DROP COLUMN authenticated');
}
