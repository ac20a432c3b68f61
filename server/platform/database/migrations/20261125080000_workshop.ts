import type { Knex } from 'knex';

/** Passages, signatures, pictures, follow-ups; what templates, contacts and messages hold beside what they held. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('passages', (table) => {
    table.text('id').primary();
    table.text('name').notNullable();
    table.text('folder').notNullable().defaultTo('');
    table.text('current_version_id');
    table.boolean('retired').notNullable().defaultTo(false);
  });
  await knex.schema.createTable('passage_versions', (table) => {
    table.text('id').primary();
    table.text('passage_id').notNullable().references('passages.id').index();
    table.integer('number').notNullable();
    table.json('body').notNullable();
    table.text('made_by').references('people.id');
    table.bigInteger('made_at_utc').notNullable();
    table.text('why').notNullable();
    table.unique(['passage_id', 'number']);
  });
  // One column, so that nobody can ever have two default signatures. Added columns refer to other tables without a
  // constraint, since SQLite could not take such a column back; passages and contacts are retired, never deleted.
  await knex.schema.alterTable('people', (table) => {
    table.text('signature_passage_id');
  });
  await knex.schema.createTable('pictures', (table) => {
    table.text('blob').primary();
    table.text('media_type').notNullable();
    table.integer('width').notNullable();
    table.integer('height').notNullable();
    table.integer('size_bytes').notNullable();
  });
  await knex.schema.createTable('follow_ups', (table) => {
    table.text('id').primary();
    table.text('matter_id').notNullable().references('matters.id').index();
    table.text('what').notNullable();
    table.text('due_on').notNullable().index();
    table.text('person_id').notNullable().references('people.id');
    table.text('message_id').references('messages.id');
    table.bigInteger('made_utc').notNullable();
    table.bigInteger('done_utc');
  });
  await alterTemplates(knex);
  await knex.schema.alterTable('messages', (table) => {
    /** How it goes and what follows, as its template said when it was started. */
    table.json('conduct').notNullable().defaultTo('{}');
  });
  await knex.schema.alterTable('contacts', (table) => {
    table.text('middle_name');
    table.text('suffix');
    table.text('language');
    table.text('organisation_id');
    table.text('note');
    table.text('merged_into_id');
    table.integer('revision').notNullable().defaultTo(1);
    table.index(['name']);
  });
  await knex.schema.alterTable('matters', (table) => {
    table.integer('revision').notNullable().defaultTo(1);
  });
  await knex.schema.alterTable('matter_types', (table) => {
    table.integer('revision').notNullable().defaultTo(1);
  });
  await knex.raw(
    `CREATE VIRTUAL TABLE contact_words USING fts5(contact_id UNINDEXED, name, organisation, addresses, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3')`,
  );
  await knex.raw(
    `INSERT INTO contact_words (contact_id, name, organisation, addresses)
     SELECT contacts.id, contacts.name, coalesce(contacts.organisation, ''),
            coalesce((SELECT group_concat(value, ' ') FROM contact_addresses WHERE contact_id = contacts.id), '')
     FROM contacts`,
  );
}

/** A template's standing takes the place of its status, which knew two. */
async function alterTemplates(knex: Knex): Promise<void> {
  await knex.schema.alterTable('templates', (table) => {
    table
      .text('standing')
      .notNullable()
      .defaultTo('approved')
      .checkIn(['private', 'shared', 'approved', 'retired']);
    table.text('folder').notNullable().defaultTo('');
    table.json('tags').notNullable().defaultTo('[]');
    table.text('owner_id');
    /** Its own wording, folded, for finding by what is inside. */
    table.text('words').notNullable().defaultTo('');
    table.index(['name', 'id']);
  });
  await knex('templates').where({ status: 'retired' }).update({ standing: 'retired' });
  await knex.raw('ALTER TABLE templates DROP COLUMN status');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP TABLE contact_words');
  const columns: Readonly<Record<string, readonly string[]>> = {
    matter_types: ['revision'],
    matters: ['revision'],
    contacts: ['middle_name', 'suffix', 'language', 'organisation_id', 'note', 'merged_into_id', 'revision'],
    messages: ['conduct'],
    people: ['signature_passage_id'],
  };
  await knex.schema.alterTable('contacts', (table) => {
    table.dropIndex(['name']);
  });
  for (const [table, names] of Object.entries(columns))
    for (const name of names) await knex.raw(`ALTER TABLE ${table} DROP COLUMN ${name}`);
  await knex.raw(`ALTER TABLE templates ADD COLUMN status TEXT NOT NULL DEFAULT 'approved'`);
  await knex('templates').where({ standing: 'retired' }).update({ status: 'retired' });
  await knex.schema.alterTable('templates', (table) => {
    table.dropIndex(['name', 'id']);
  });
  for (const name of ['standing', 'folder', 'tags', 'owner_id', 'words'])
    await knex.raw(`ALTER TABLE templates DROP COLUMN ${name}`);
  for (const table of ['follow_ups', 'pictures', 'passage_versions', 'passages'])
    await knex.schema.dropTable(table);
}
