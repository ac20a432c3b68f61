import type { Knex } from 'knex';

/** The channel by which a contact would rather hear from a round. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('contacts', (table) => {
    table.string('preferred_channel');
  });
}

export async function down(knex: Knex): Promise<void> {
  // Others refer to the table: the column is dropped where it stands.
  await knex.raw('ALTER TABLE contacts DROP COLUMN preferred_channel');
}
