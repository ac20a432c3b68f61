import type { Knex } from 'knex';

/** Entries that are found by their opening words alone are read again, whole, once the application runs. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('entries_to_read', (table) => {
    table.integer('entry_seq').primary().references('entries.seq');
  });
  await knex.raw(
    `INSERT INTO entries_to_read (entry_seq)
     SELECT entries.seq FROM entry_words JOIN entries ON entries.id = entry_words.entry_id
     WHERE entry_words.body = entries.opening`,
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('entries_to_read');
}
