import type { Knex } from 'knex';

/** One template to many: sets that are kept, rounds, and where each of their messages stands. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('saved_sets', (table) => {
    table.text('id').primary();
    table.text('person_id').notNullable().references('people.id').index();
    table.text('name').notNullable();
    table.json('conditions').notNullable();
    table.boolean('shared').notNullable().defaultTo(false);
    table.bigInteger('made_utc').notNullable();
  });
  await knex.schema.createTable('rounds', (table) => {
    table.increments('seq');
    table.text('id').notNullable().unique();
    table.text('name').notNullable();
    table.text('author_id').notNullable().references('people.id');
    table.text('template_id').notNullable();
    table.text('template_version_id').notNullable().references('template_versions.id');
    table.text('state').notNullable().index();
    table.json('goes_to').notNullable();
    table.json('options').notNullable();
    /** The latest order to send: its number, when the first leaves, how many a minute; null before the first. */
    table.json('sending');
    /** What waits for a second person; null where nothing does. */
    table.json('asked');
    table.json('released');
    table.text('problem');
    table.integer('largest').notNullable().defaultTo(0);
    table.bigInteger('made_utc').notNullable();
    table.bigInteger('deleted_utc');
  });
  await knex.schema.createTable('round_messages', (table) => {
    /** The message’s own id, once there is a draft. */
    table.text('id').primary();
    table.text('round_id').notNullable().references('rounds.id').onDelete('CASCADE');
    table.integer('place').notNullable();
    table.text('matter_id').notNullable().references('matters.id').index();
    table.text('contact_id');
    table.boolean('has_draft').notNullable().defaultTo(false);
    table.text('stands').notNullable();
    table.text('kind').notNullable().defaultTo('');
    table.json('detail').notNullable();
    /** It is to be looked at again before it is shown as it stands. */
    table.boolean('stale').notNullable().defaultTo(true);
    /** The draft’s revision that was checked. */
    table.integer('checked_revision').notNullable().defaultTo(0);
    /** The order by which it goes; 0 where none does. */
    table.integer('ordered').notNullable().defaultTo(0);
    table.boolean('handed').notNullable().defaultTo(false);
    table.index(['round_id', 'place']);
    table.index(['round_id', 'stale', 'place']);
    table.index(['round_id', 'ordered', 'handed', 'place']);
  });
  await knex.schema.alterTable('messages', (table) => {
    table.text('round_id');
    // What a person sends by itself is found without walking past what rounds have queued.
    table.index(['round_id', 'due_utc']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('messages', (table) => {
    table.dropIndex(['round_id', 'due_utc']);
    table.dropColumn('round_id');
  });
  for (const name of ['round_messages', 'rounds', 'saved_sets']) await knex.schema.dropTable(name);
}
