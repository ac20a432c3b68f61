import type { Knex } from 'knex';

/** A matter has a standing note; it keeps the references it had; who entered it in need is written on it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('matters', (table) => {
    table.text('note').notNullable().defaultTo('');
  });
  await knex.schema.createTable('former_references', (table) => {
    table.text('reference').primary();
    table.text('matter_id').notNullable().references('matters.id').onDelete('CASCADE').index();
  });
  await knex.schema.createTable('matter_entries', (table) => {
    table.increments('seq');
    table.text('matter_id').notNullable().references('matters.id').onDelete('CASCADE').index();
    table.text('person_id').notNullable().references('people.id');
    table.bigInteger('entered_utc').notNullable();
    table.text('why').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('matter_entries');
  await knex.schema.dropTable('former_references');
  await knex.raw('ALTER TABLE matters DROP COLUMN note');
}
