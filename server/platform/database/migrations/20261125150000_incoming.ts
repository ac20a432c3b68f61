import type { Knex } from 'knex';

/** What comes in, by whom it was in correspondence, where words are found, and what has become of entries since. */
export async function up(knex: Knex): Promise<void> {
  await createIncoming(knex);
  await alterRecords(knex);
  await createFinding(knex);
  await fillIn(knex);
}

async function createIncoming(knex: Knex): Promise<void> {
  await knex.schema.createTable('incoming', (table) => {
    table.text('id').primary();
    table.bigInteger('received_utc').notNullable();
    table.text('source').notNullable().checkIn(['smtp', 'mailbox', 'file']);
    table.text('state').notNullable().checkIn(['waiting', 'filed', 'notOurs', 'report']);
    table.text('direction').notNullable().checkIn(['in', 'out']);
    table.text('raw_blob').notNullable();
    table.integer('raw_bytes').notNullable();
    table.text('internet_message_id').notNullable();
    table.bigInteger('sent_utc').notNullable();
    table.text('subject').notNullable();
    table.text('opening').notNullable();
    table.json('people').notNullable();
    table.json('attachments').notNullable();
    table.json('references').notNullable();
    table.json('delivered_to').notNullable();
    table.boolean('automatic').notNullable();
    table.json('suggestions').notNullable();
    /** Entries it became, each on its matter. */
    table.json('entry_ids').notNullable().defaultTo('[]');
    table.text('decided_by');
    table.bigInteger('decided_utc');
    // The same message read from a mailbox and sent to a filing address is one.
    table.unique(['internet_message_id', 'raw_blob']);
    table.index(['state', 'received_utc']);
  });
  /** How far each mailbox has been read (RFC 9051 §2.3.1.1). */
  await knex.schema.createTable('mailbox_places', (table) => {
    table.text('mailbox').primary();
    table.text('uid_validity').notNullable();
    table.integer('last_uid').notNullable();
  });
  await knex.schema.createTable('delivery_reports', (table) => {
    table.increments('seq');
    table.text('entry_id').notNullable().references('entries.id').index();
    table.text('address').notNullable();
    table.text('action').notNullable().checkIn(['failed', 'delayed', 'delivered']);
    table.text('status').notNullable();
    table.text('words').notNullable();
    table.bigInteger('at_utc').notNullable();
    table.text('raw_blob').notNullable();
    table.unique(['entry_id', 'address', 'action', 'raw_blob']);
  });
}

async function alterRecords(knex: Knex): Promise<void> {
  await knex.schema.alterTable('matters', (table) => {
    /** What makes the matter’s own address one that nobody can guess. */
    table.text('filing_token').notNullable().defaultTo('');
    table.index(['filing_token']);
  });
  await knex.schema.alterTable('contacts', (table) => {
    table.text('filing_rule');
  });
  await knex.schema.alterTable('contact_addresses', (table) => {
    /** The key from its end, so that a slip in its first half is looked up as quickly as one in its last. */
    table.text('key_reversed').notNullable().defaultTo('');
    table.index(['kind', 'key_reversed'], 'contact_addresses_reversed');
  });
  await knex.schema.alterTable('people', (table) => {
    table.text('feed_token');
  });
}

async function createFinding(knex: Knex): Promise<void> {
  await knex.schema.createTable('entry_addresses', (table) => {
    table.text('address_key').notNullable();
    table.integer('entry_seq').notNullable();
    table.text('matter_id').notNullable();
    table.bigInteger('occurred_utc').notNullable();
    table.primary(['address_key', 'entry_seq']);
    table.index(['address_key', 'occurred_utc']);
  });
  // The row’s number is its time, so that newest first needs no sort; what narrows stands in `marks` as words of its own.
  await knex.raw(
    `CREATE VIRTUAL TABLE entry_words USING fts5(entry_id UNINDEXED, marks, subject, people, body, files, tokenize = 'unicode61 remove_diacritics 2', prefix = '3')`,
  );
  await knex.schema.createTable('file_words', (table) => {
    table.text('blob').primary();
    table.text('media_type').notNullable();
    /** Null until it has been read. */
    table.text('words');
  });
  await knex.schema.createTable('file_uses', (table) => {
    table.text('blob').notNullable().index();
    table.integer('word_row').notNullable();
    table.primary(['blob', 'word_row']);
  });
  await knex.schema.createTable('saved_searches', (table) => {
    table.text('id').primary();
    table.text('person_id').notNullable().references('people.id').index();
    table.text('name').notNullable();
    table.json('query').notNullable();
    table.bigInteger('made_utc').notNullable();
  });
  /** What has become of an entry; the entry itself never changes. */
  await knex.schema.createTable('entry_standings', (table) => {
    table.text('entry_id').primary().references('entries.id');
    table.text('kind').notNullable().checkIn(['moved', 'corrected']);
    table.text('by_entry_id').notNullable().references('entries.id');
  });
}

async function fillIn(knex: Knex): Promise<void> {
  await knex.raw('UPDATE matters SET filing_token = lower(hex(randomblob(9)))');
  const addresses = await knex('contact_addresses').select<{ seq: number; value_key: string }[]>(
    'seq',
    'value_key',
  );
  for (const { seq, value_key } of addresses)
    await knex('contact_addresses')
      .where({ seq })
      .update({ key_reversed: [...value_key].reverse().join('') });
  await knex.raw(
    `INSERT OR IGNORE INTO entry_addresses (address_key, entry_seq, matter_id, occurred_utc)
     SELECT lower(json_extract(one.value, '$.address')), seq, matter_id, occurred_utc FROM entries,
       json_each(json_array(json_extract(people, '$.from'))) AS one WHERE json_extract(one.value, '$.address') <> ''`,
  );
  for (const line of ['to', 'cc', 'bcc'])
    await knex.raw(
      `INSERT OR IGNORE INTO entry_addresses (address_key, entry_seq, matter_id, occurred_utc)
       SELECT lower(json_extract(one.value, '$.address')), seq, matter_id, occurred_utc
       FROM entries, json_each(people, '$.${line}') AS one`,
    );
  // Texts of before are found by their opening words; what is filed from now on, by all of them.
  await knex.raw(
    `INSERT INTO entry_words (rowid, entry_id, marks, subject, people, body, files)
     SELECT (entries.occurred_utc / 1000) * 2097152 + entries.seq % 2097152, entries.id,
       'm' || matters.seq || 'x d' || entries.direction || 'x c' || entries.channel || 'x',
       entries.subject, entries.people, entries.opening, ''
     FROM entries JOIN matters ON matters.id = entries.matter_id`,
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP TABLE entry_words');
  const tables = [
    'entry_standings',
    'saved_searches',
    'file_uses',
    'file_words',
    'entry_addresses',
    'delivery_reports',
    'mailbox_places',
    'incoming',
  ];
  for (const table of tables) await knex.schema.dropTable(table);
  await knex.raw('ALTER TABLE people DROP COLUMN feed_token');
  await knex.schema.alterTable('contact_addresses', (table) => {
    table.dropIndex(['kind', 'key_reversed'], 'contact_addresses_reversed');
  });
  await knex.raw('ALTER TABLE contact_addresses DROP COLUMN key_reversed');
  await knex.raw('ALTER TABLE contacts DROP COLUMN filing_rule');
  await knex.schema.alterTable('matters', (table) => {
    table.dropIndex(['filing_token']);
  });
  await knex.raw('ALTER TABLE matters DROP COLUMN filing_token');
}
