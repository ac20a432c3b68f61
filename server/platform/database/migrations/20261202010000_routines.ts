import type { Knex } from 'knex';

/** What is done in one press or goes by itself: routines and what they did, chaser plans and those under way. */
export async function up(knex: Knex): Promise<void> {
  for (const name of ['routine', 'chaser_plan']) await createVersioned(knex, name);
  await knex.schema.alterTable('routines', (table) => {
    /** At most so many runs a day that nobody pressed for; null where it runs by a press alone. */
    table.integer('unasked_per_day');
  });
  await knex.schema.createTable('routine_runs', (table) => {
    table.increments('seq');
    table.text('id').notNullable().unique();
    table.text('routine_id').notNullable().references('routines.id');
    table.text('version_id').notNullable().references('routine_versions.id');
    table.text('matter_id').notNullable().references('matters.id');
    /** Whoever pressed; for what ran unasked, whoever it ran for. */
    table.text('person_id').notNullable().references('people.id');
    table.boolean('unasked').notNullable();
    /** What it was offered for; empty where nothing offered it. */
    table.text('occasion').notNullable();
    table.bigInteger('at_utc').notNullable();
    /** What it did, in its order. */
    table.json('did').notNullable();
    /** The change that takes back what it did to the record; null where it changed nothing there. */
    table.json('undo');
    /** Why it did nothing: it was to run unasked, and needs a person. Null where it ran. */
    table.json('hindered');
    table.bigInteger('undone_utc');
    table.index(['matter_id', 'seq']);
    table.index(['routine_id', 'occasion']);
    table.index(['unasked', 'at_utc']);
  });
  await knex.schema.createTable('chases', (table) => {
    table.increments('seq');
    table.text('id').notNullable().unique();
    table.text('plan_id').notNullable().references('chaser_plans.id');
    table.text('matter_id').notNullable().references('matters.id').index();
    /** The entry that is to be answered. */
    table.text('entry_id').notNullable().references('entries.id').index();
    table.text('person_id').notNullable().references('people.id');
    table.text('started_on').notNullable();
    table.bigInteger('started_utc').notNullable();
    table.integer('steps_done').notNullable().defaultTo(0);
    /** What fills the blanks of its reminders. */
    table.json('answers').notNullable();
    /** What went, with the version of plan and template that it was made by. */
    table.json('went').notNullable();
    /** Why the next reminder did not go by itself; null where nothing hinders it. */
    table.json('hindered');
    table.bigInteger('ended_utc');
    table.text('ended_why');
    table.index(['ended_utc', 'seq']);
  });
  await knex.schema.alterTable('rounds', (table) => {
    /** The day of each month on which it is prepared again by itself; null where it is not. */
    table.integer('again_on');
    /** The last month for which it was, `YYYY-MM`. */
    table.text('again_last');
    /** The round that it was prepared again from, by itself. */
    table.text('again_of');
  });
  await knex.schema.alterTable('contacts', (table) => {
    /** Categories of which they want no rounds. */
    table.json('no_rounds').notNullable().defaultTo('[]');
  });
  await knex.schema.alterTable('incoming', (table) => {
    table.index('raw_blob');
  });
  await knex.schema.alterTable('follow_ups', (table) => {
    /** An appointment's hour on the practice's clock, `HH:MM`; null for what is due on a day. */
    table.text('at_time');
    table.integer('minutes');
    table.text('place');
    table.index(['done_utc', 'due_on']);
  });
}

/** Something that is written on a screen and has versions: the latest is in use until it is retired. */
async function createVersioned(knex: Knex, name: string): Promise<void> {
  await knex.schema.createTable(`${name}s`, (table) => {
    table.increments('seq');
    table.text('id').notNullable().unique();
    table.bigInteger('retired_utc');
  });
  await knex.schema.createTable(`${name}_versions`, (table) => {
    table.text('id').primary();
    table.text(`${name}_id`).notNullable().references(`${name}s.id`);
    table.integer('number').notNullable();
    table.json('content').notNullable();
    table.text('author_id').notNullable().references('people.id');
    table.bigInteger('made_utc').notNullable();
    table.unique([`${name}_id`, 'number']);
  });
}

/** What is added to tables that others refer to: these are dropped where they stand, for the table cannot be made anew. */
const COLUMNS = [
  ['follow_ups', ['at_time', 'minutes', 'place']],
  ['rounds', ['again_on', 'again_last', 'again_of']],
  ['contacts', ['no_rounds']],
] as const;

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('follow_ups', (table) => {
    table.dropIndex(['done_utc', 'due_on']);
  });
  for (const [table, columns] of COLUMNS)
    for (const column of columns) await knex.raw('ALTER TABLE ?? DROP COLUMN ??', [table, column]);
  await knex.schema.alterTable('incoming', (table) => {
    table.dropIndex('raw_blob');
  });
  for (const name of [
    'chases',
    'routine_runs',
    'routine_versions',
    'routines',
    'chaser_plan_versions',
    'chaser_plans',
  ])
    await knex.schema.dropTable(name);
}
