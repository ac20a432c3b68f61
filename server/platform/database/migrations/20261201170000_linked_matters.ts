import type { Knex } from 'knex';

/** A matter stands beside others by the names that its type gives them: a renewal and its survey. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('matter_links', (table) => {
    table.text('matter_id').notNullable().references('matters.id').onDelete('CASCADE');
    table.text('key').notNullable();
    table.text('other_id').notNullable().references('matters.id').onDelete('CASCADE').index();
    table.primary(['matter_id', 'key']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('matter_links');
}
