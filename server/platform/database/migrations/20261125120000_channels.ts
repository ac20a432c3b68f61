import type { Knex } from 'knex';

/** How a message goes, which documents are for the practice alone, and recipients that are kept as a group. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('messages', (table) => {
    table.text('channel').notNullable().defaultTo('email');
  });
  await knex.schema.alterTable('documents', (table) => {
    table.boolean('restricted').notNullable().defaultTo(false);
  });
  await knex.schema.createTable('recipient_groups', (table) => {
    table.text('id').primary();
    table.text('name').notNullable();
    table.json('members').notNullable();
    table.text('made_by').references('people.id');
    table.bigInteger('made_utc').notNullable();
    table.index(['name']);
  });
  // Where an address, or a name of a party, is asked for by the words of a letter.
  await knex.schema.alterTable('contact_addresses', (table) => {
    table.index(['kind', 'value_key'], 'contact_addresses_by_kind');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('contact_addresses', (table) => {
    table.dropIndex(['kind', 'value_key'], 'contact_addresses_by_kind');
  });
  await knex.schema.dropTable('recipient_groups');
  await knex.raw('ALTER TABLE documents DROP COLUMN restricted');
  await knex.raw('ALTER TABLE messages DROP COLUMN channel');
}
