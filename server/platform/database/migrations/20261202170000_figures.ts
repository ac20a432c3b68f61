import type { Knex } from 'knex';

/** What is counted as entries are filed: the figures are read from here, and never from the entries themselves. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('figure_days', (table) => {
    /** On the practice's clock. */
    table.string('day').notNullable();
    /** The Monday of its week. */
    table.string('week').notNullable();
    table.string('direction').notNullable();
    table.string('channel').notNullable();
    table.string('category').notNullable();
    table.string('type_id').notNullable();
    /** Whoever wrote what was sent; empty for what came in. */
    table.string('person_id').notNullable();
    table.integer('count').notNullable();
    table.primary(['day', 'direction', 'channel', 'category', 'type_id', 'person_id']);
    // Read without the rows themselves: a span of years is read as one run of the index.
    table.index(
      ['day', 'week', 'direction', 'channel', 'category', 'type_id', 'person_id', 'count'],
      'figure_days_read',
    );
  });
  await knex.schema.createTable('figure_answers', (table) => {
    /** The entry that answers. */
    table.string('entry_id').primary();
    table.string('asked_entry_id').notNullable().index();
    table.string('matter_id').notNullable().index();
    /** Of what was answered. */
    table.string('day').notNullable();
    table.string('week').notNullable();
    table.string('side').notNullable();
    table.string('channel').notNullable();
    table.string('type_id').notNullable();
    /** Whoever of the practice wrote the one or the other. */
    table.string('person_id').notNullable();
    /** Within working hours, to the quarter of an hour. */
    table.integer('minutes').notNullable();
    table.index(
      ['day', 'week', 'side', 'minutes', 'type_id', 'channel', 'person_id', 'matter_id'],
      'figure_answers_read',
    );
  });
  await knex.schema.createTable('figure_uses', (table) => {
    table.string('entry_id').primary();
    table.string('matter_id').notNullable().index();
    table.string('template_id').notNullable().index();
    table.string('template_version_id').notNullable();
    table.string('day').notNullable().index();
    table.string('channel').notNullable();
    table.string('type_id').notNullable();
    table.string('person_id').notNullable();
    table.integer('cautions').notNullable();
    /** Of the wording before its writer touched it; null where that is not known. */
    table.integer('words');
    table.integer('changed');
    table.text('sentences').notNullable();
  });
  await knex.schema.createTable('figure_passed', (table) => {
    table.string('day').notNullable();
    table.string('template_id').notNullable();
    table.integer('count').notNullable();
    table.primary(['day', 'template_id']);
  });
  // What was filed before is counted once the application has started.
  const last = await knex('entries').max<{ seq: number | null }[]>({ seq: 'seq' });
  const until = last[0]?.seq ?? 0;
  if (until > 0)
    await knex('settings').insert({ key: 'figuresToCount', value: JSON.stringify({ from: 0, until }) });
}

export async function down(knex: Knex): Promise<void> {
  await knex('settings').where({ key: 'figuresToCount' }).delete();
  for (const table of ['figure_passed', 'figure_uses', 'figure_answers', 'figure_days'])
    await knex.schema.dropTable(table);
}
