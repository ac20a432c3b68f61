import type { Knex } from 'knex';

/** Messages that were sent to their writers as tests, by Message-ID: they are no correspondence if they are read again. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('tests_sent', (table) => {
    table.text('internet_message_id').primary();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('tests_sent');
}
