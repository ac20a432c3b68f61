import type { Knex } from 'knex';

/** Who was invited to which appointment, how it stood when they were last told, and what they answered. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('invitations', (table) => {
    table.string('follow_up_id').notNullable();
    table.string('matter_id').notNullable().references('matters.id');
    table.string('address_key').notNullable();
    table.string('address').notNullable();
    table.string('name').notNullable();
    table.string('message_id').notNullable();
    table.string('internet_message_id').notNullable();
    /** RFC 5545 §3.8.7.4: how often it has been told of a change. */
    table.integer('sequence').notNullable();
    table.boolean('called_off').notNullable();
    /** The appointment as it was told. */
    table.text('told').notNullable();
    table.string('answer').notNullable();
    table.bigInteger('answered_utc');
    table.string('answer_entry_id');
    table.primary(['follow_up_id', 'address_key']);
    table.index('matter_id');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('invitations');
}
