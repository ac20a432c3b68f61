import type { Knex } from 'knex';

/** Times ending in `_utc` are milliseconds since 1970; days are `YYYY-MM-DD`; JSON columns hold what their name says. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('settings', (table) => {
    table.text('key').primary();
    table.json('value').notNullable();
  });
  await knex.schema.createTable('people', (table) => {
    table.text('id').primary();
    table.text('email').notNullable().unique();
    table.text('name').notNullable();
    table.text('position').notNullable();
    table.text('phone');
    table.text('right').notNullable().checkIn(['practitioner', 'assistant', 'administrator', 'reader']);
    table.text('password_hash');
    table.integer('rank').notNullable();
  });
  await knex.schema.createTable('sessions', (table) => {
    table.text('id_hash').primary();
    table.json('data').notNullable();
    table.bigInteger('expires_utc').notNullable().index();
  });
  await knex.schema.createTable('contacts', (table) => {
    table.text('id').primary();
    table.text('kind').notNullable().checkIn(['person', 'organisation']);
    table.text('name').notNullable();
    table.text('title');
    table.text('given_name');
    table.text('family_name');
    table.text('organisation');
    table.text('position');
    table.boolean('do_not_write_to').notNullable().defaultTo(false);
    table.text('own_formal_greeting');
    table.text('own_familiar_greeting');
    table.text('couple_with_id').references('contacts.id');
    table.text('couple_greeting');
  });
  await knex.schema.createTable('contact_addresses', (table) => {
    table.increments('seq');
    table.text('contact_id').notNullable().references('contacts.id').onDelete('CASCADE').index();
    table.text('kind').notNullable().checkIn(['email', 'phone', 'post']);
    table.text('label').notNullable();
    table.text('value').notNullable();
    table.text('value_key').notNullable().index();
    table.boolean('preferred').notNullable().defaultTo(false);
    table.boolean('bounced').notNullable().defaultTo(false);
  });
  await knex.schema.createTable('matter_types', (table) => {
    table.text('id').primary();
    table.text('name').notNullable();
    table.json('definition').notNullable();
  });
  await createMatters(knex);
  await createTemplates(knex);
  await createMessages(knex);
  await createCorrespondence(knex);
  await knex.schema.createTable('audit_events', (table) => {
    table.increments('seq');
    table.bigInteger('at_utc').notNullable();
    table.text('person_id');
    table.text('what').notNullable();
    table.text('subject_kind').notNullable();
    table.text('subject_id').notNullable();
    table.json('detail').notNullable();
    table.index(['subject_kind', 'subject_id']);
  });
}

async function createMatters(knex: Knex): Promise<void> {
  await knex.schema.createTable('matters', (table) => {
    table.increments('seq');
    table.text('id').notNullable().unique();
    table.text('reference').notNullable().unique();
    table.text('title').notNullable();
    table.text('type_id').notNullable().references('matter_types.id');
    table.text('stage').notNullable();
    table.text('responsible_id').notNullable().references('people.id');
    table.json('facts').notNullable();
    table.json('dates').notNullable();
    table.json('tables').notNullable();
    table.boolean('restricted').notNullable().defaultTo(false);
    table.bigInteger('recent_utc').notNullable();
    table.bigInteger('last_entry_utc');
    table.integer('entry_count').notNullable().defaultTo(0);
    table.index(['recent_utc', 'seq']);
    table.index(['title', 'seq']);
    table.index(['stage', 'seq']);
  });
  await knex.schema.createTable('matter_access', (table) => {
    table.text('matter_id').notNullable().references('matters.id').onDelete('CASCADE');
    table.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
    table.primary(['matter_id', 'person_id']);
  });
  await knex.schema.createTable('parties', (table) => {
    table.increments('seq');
    table.text('matter_id').notNullable().references('matters.id').onDelete('CASCADE').index();
    table.text('contact_id').notNullable().references('contacts.id').index();
    table.text('role').notNullable();
  });
  await knex.schema.createTable('matter_names', (table) => {
    table.text('name_key').notNullable();
    table.text('matter_id').notNullable().references('matters.id').onDelete('CASCADE');
    table.primary(['name_key', 'matter_id']);
    table.index(['matter_id']);
  });
  await knex.raw(
    `CREATE VIRTUAL TABLE matter_words USING fts5(reference, title, parties, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3')`,
  );
  await knex.schema.createTable('documents', (table) => {
    table.text('id').primary();
    table.text('matter_id').notNullable().references('matters.id').index();
    table.text('name').notNullable();
    table.text('file_name').notNullable();
    table.text('category').notNullable();
    table.integer('version').notNullable();
    table.text('media_type').notNullable();
    table.integer('size_bytes').notNullable();
    table.text('blob').notNullable();
    table.text('added_on').notNullable();
  });
}

async function createTemplates(knex: Knex): Promise<void> {
  await knex.schema.createTable('templates', (table) => {
    table.text('id').primary();
    table.text('name').notNullable();
    table.text('channel').notNullable();
    table.text('status').notNullable().checkIn(['approved', 'retired']);
    table.text('current_version_id');
  });
  await knex.schema.createTable('template_versions', (table) => {
    table.text('id').primary();
    table.text('template_id').notNullable().references('templates.id').index();
    table.integer('number').notNullable();
    table.json('content').notNullable();
    table.text('made_by').references('people.id');
    table.bigInteger('made_at_utc').notNullable();
    table.text('why').notNullable();
    table.unique(['template_id', 'number']);
  });
}

async function createMessages(knex: Knex): Promise<void> {
  await knex.schema.createTable('messages', (table) => {
    table.text('id').primary();
    table.text('matter_id').notNullable().references('matters.id').index();
    table.text('author_id').notNullable().references('people.id');
    table.text('template_version_id').references('template_versions.id');
    table.text('state').notNullable();
    table.json('state_detail').notNullable();
    /** When the state asks for something to be done; null where only a person can. */
    table.bigInteger('due_utc');
    table.integer('revision').notNullable().defaultTo(1);
    table.json('recipients').notNullable();
    table.json('subject').notNullable();
    table.json('body').notNullable();
    table.json('blanks').notNullable();
    table.json('answers').notNullable();
    table.json('enclosures').notNullable();
    table.json('references').notNullable();
    /** Set while a discarded draft can still be brought back. */
    table.bigInteger('discarded_utc');
    /** What was frozen: the envelope, the header's Message-ID and the bytes' blob. Null while a draft. */
    table.json('frozen');
    table.bigInteger('created_utc').notNullable();
    table.bigInteger('updated_utc').notNullable();
    table.index(['due_utc']);
    table.index(['state', 'updated_utc']);
  });
}

async function createCorrespondence(knex: Knex): Promise<void> {
  await knex.schema.createTable('conversations', (table) => {
    table.text('id').primary();
    table.text('matter_id').notNullable().references('matters.id').index();
    table.text('last_entry_id').notNullable();
    table.text('last_direction').notNullable();
    table.bigInteger('last_utc').notNullable();
    table.integer('out_count').notNullable();
    table.integer('in_count').notNullable();
  });
  await knex.schema.createTable('entries', (table) => {
    table.increments('seq');
    table.text('id').notNullable().unique();
    table.text('matter_id').notNullable().references('matters.id');
    table.text('conversation_id').notNullable().references('conversations.id').index();
    table.text('direction').notNullable().checkIn(['out', 'in', 'note']);
    table.text('channel').notNullable();
    table.bigInteger('occurred_utc').notNullable();
    table.bigInteger('filed_utc').notNullable();
    table.text('subject').notNullable();
    table.text('opening').notNullable();
    table.text('category').notNullable();
    table.json('people').notNullable();
    table.json('attachments').notNullable();
    table.text('raw_blob').notNullable();
    table.integer('raw_bytes').notNullable();
    table.text('internet_message_id').index();
    table.text('message_id').references('messages.id').unique();
    table.text('template_version_id').references('template_versions.id');
    table.text('author_id').references('people.id');
    table.json('detail').notNullable();
    table.text('seal').notNullable();
    table.index(['matter_id', 'occurred_utc', 'seq']);
    table.index(['matter_id', 'direction']);
    table.index(['author_id', 'template_version_id']);
  });
  // Filed entries never change and never go: the database itself refuses, whatever code asks.
  for (const action of ['UPDATE', 'DELETE']) {
    await knex.raw(
      `CREATE TRIGGER entries_no_${action.toLowerCase()} BEFORE ${action} ON entries BEGIN SELECT RAISE(ABORT, 'filed entries never change'); END`,
    );
  }
  await knex.schema.createTable('follow_counts', (table) => {
    table.text('type_id').notNullable();
    table.text('after_template_id').notNullable();
    table.text('template_id').notNullable();
    table.integer('count').notNullable();
    table.primary(['type_id', 'after_template_id', 'template_id']);
  });
  await knex.schema.createTable('template_uses', (table) => {
    table.text('person_id').notNullable();
    table.text('template_id').notNullable();
    table.integer('count').notNullable();
    table.bigInteger('last_utc').notNullable();
    table.primary(['person_id', 'template_id']);
  });
}

export async function down(knex: Knex): Promise<void> {
  const tables = [
    'template_uses',
    'follow_counts',
    'entries',
    'conversations',
    'messages',
    'template_versions',
    'templates',
    'documents',
    'matter_words',
    'matter_names',
    'parties',
    'matter_access',
    'matters',
    'matter_types',
    'contact_addresses',
    'contacts',
    'sessions',
    'people',
    'settings',
    'audit_events',
  ];
  for (const table of tables) await knex.schema.dropTable(table);
}
