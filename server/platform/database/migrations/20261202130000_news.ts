import type { Knex } from 'knex';

/** What leads from a message that is news back to whom it went to and of what kind it was, by a hash of its address. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('news_links', (table) => {
    table.string('hash').primary();
    table.string('contact_id').notNullable();
    table.string('category').notNullable();
    table.bigInteger('made_utc').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('news_links');
}
