import type { Knex } from 'knex';

const PEOPLE = ['rights', 'preferences', 'writers', 'gone_utc', 'second_factor', 'signs_on_as'];

/** People come and go, sign in with a second factor or elsewhere, and see where they are signed in. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.text('rights').notNullable().defaultTo('[]');
    table.text('preferences').notNullable().defaultTo('{}');
    table.text('writers').notNullable().defaultTo('[]');
    table.bigInteger('gone_utc');
    table.text('second_factor');
    table.text('signs_on_as');
  });
  // A session that was begun before knows nothing of when it was used; whoever has one signs in again.
  await knex.schema.dropTable('sessions');
  await knex.schema.createTable('sessions', (table) => {
    table.text('id_hash').primary();
    table.text('id').notNullable().unique();
    table.json('data').notNullable();
    table.text('person_id').references('people.id').onDelete('CASCADE').index();
    table.bigInteger('begun_utc').notNullable();
    table.bigInteger('seen_utc').notNullable();
    table.text('address').notNullable();
    table.text('agent').notNullable();
  });
  await knex.schema.createTable('person_links', (table) => {
    table.text('token_hash').primary();
    table.text('person_id').notNullable().references('people.id').onDelete('CASCADE').index();
    table.text('kind').notNullable().checkIn(['invitation', 'reset']);
    table.bigInteger('made_utc').notNullable();
    table.bigInteger('ends_utc').notNullable();
    table.bigInteger('used_utc');
  });
  await knex.schema.createTable('sign_in_tries', (table) => {
    table.increments('seq');
    table.text('account').notNullable();
    table.text('address').notNullable();
    table.bigInteger('at_utc').notNullable();
    table.boolean('succeeded').notNullable();
    table.index(['account', 'at_utc']);
    table.index(['address', 'at_utc']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('sign_in_tries');
  await knex.schema.dropTable('person_links');
  await knex.schema.dropTable('sessions');
  await knex.schema.createTable('sessions', (table) => {
    table.text('id_hash').primary();
    table.json('data').notNullable();
    table.bigInteger('expires_utc').notNullable().index();
  });
  for (const column of PEOPLE) await knex.raw('ALTER TABLE people DROP COLUMN ??', [column]);
}
