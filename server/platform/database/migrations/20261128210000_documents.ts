import type { Knex } from 'knex';

/** Documents are described, found by the words inside, and lie in a bin before they are gone. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('documents', (table) => {
    table.text('line').notNullable().defaultTo('');
    table.text('words').notNullable().defaultTo('');
    table.text('added_by');
    table.bigInteger('deleted_utc');
  });
  await knex.schema.alterTable('documents', (table) => {
    table.index(['matter_id', 'added_on', 'id'], 'documents_by_day');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP INDEX documents_by_day');
  for (const column of ['line', 'words', 'added_by', 'deleted_utc'])
    await knex.raw('ALTER TABLE documents DROP COLUMN ??', [column]);
}
