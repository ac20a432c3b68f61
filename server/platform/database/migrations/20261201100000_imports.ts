import type { Knex } from 'knex';

/** Lists that were brought in: what became of each line, so that an import can go on after a stop, and be taken back. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('imports', (table) => {
    table.text('id').primary();
    table.text('what').notNullable();
    table.text('file_name').notNullable();
    table.text('blob').notNullable();
    table.text('person_id').notNullable().references('people.id');
    table.bigInteger('created_utc').notNullable().index();
    table.text('state').notNullable();
    table.json('options').notNullable();
    table.json('tried').notNullable();
    table.integer('done').notNullable().defaultTo(0);
  });
  await knex.schema.createTable('import_items', (table) => {
    table.increments('seq');
    table.text('import_id').notNullable().references('imports.id').onDelete('CASCADE').index();
    table.text('kind').notNullable();
    table.text('subject_id').notNullable();
    table.text('action').notNullable();
    table.integer('revision').notNullable();
    table.json('before');
  });
  await knex.schema.createTable('import_mappings', (table) => {
    table.text('what').notNullable();
    table.text('head_key').notNullable();
    table.text('target').notNullable();
    table.primary(['what', 'head_key']);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const name of ['import_mappings', 'import_items', 'imports']) await knex.schema.dropTable(name);
}
