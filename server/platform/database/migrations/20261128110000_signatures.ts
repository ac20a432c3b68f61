import type { Knex } from 'knex';

/** A person may sign with several passages; one of them is the default, as before. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.text('further_signatures').notNullable().defaultTo('[]');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE people DROP COLUMN further_signatures');
}
