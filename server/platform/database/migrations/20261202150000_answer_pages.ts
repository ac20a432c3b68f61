import type { Knex } from 'knex';

/** Pages on which recipients answer what a message asks, by a hash of their address; and what their answers offer to the record. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('answer_pages', (table) => {
    table.string('id').primary();
    table.string('hash').notNullable().unique();
    table.string('message_id').notNullable().index();
    table.string('matter_id').notNullable().index();
    table.string('contact_id');
    table.text('recipient').notNullable();
    table.string('language').notNullable();
    table.text('title').notNullable();
    table.text('questions').notNullable();
    table.string('currency').notNullable();
    table.string('until_day').notNullable();
    table.boolean('once').notNullable();
    table.integer('times_answered').notNullable().defaultTo(0);
    /** What was answered last, by its questions, for what is counted over a round. */
    table.text('given');
    table.bigInteger('made_utc').notNullable();
    table.bigInteger('answered_utc');
    table.bigInteger('withdrawn_utc');
  });
  await knex.schema.createTable('offered_values', (table) => {
    table.string('id').primary();
    table.string('matter_id').notNullable();
    table.string('entry_id').notNullable();
    table.string('page_id').notNullable();
    table.string('question_key').notNullable();
    table.text('ask').notNullable();
    table.text('who').notNullable();
    table.string('contact_id');
    table.text('offered').notNullable();
    table.text('stood_before');
    table.string('state').notNullable().defaultTo('open');
    table.bigInteger('made_utc').notNullable();
    table.bigInteger('decided_utc');
    table.index(['matter_id', 'state']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('offered_values');
  await knex.schema.dropTable('answer_pages');
}
