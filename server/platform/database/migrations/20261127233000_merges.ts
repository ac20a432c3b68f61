import type { Knex } from 'knex';

/** What each joining of two contacts changed, so that it can be undone. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('contact_merges', (table) => {
    table.increments('seq');
    table.text('kept_id').notNullable().references('contacts.id').index();
    table.text('other_id').notNullable().references('contacts.id').index();
    /** The kept contact's revision from then on: once it is changed again, this can no longer be undone. */
    table.integer('revision').notNullable();
    table.text('before').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('contact_merges');
}
