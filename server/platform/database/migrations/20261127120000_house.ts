import { randomBytes, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';

/**
 * Stamps of what is kept in memory; what hidden matters are looked up by; orders that a row's own number gave until now;
 * files and pictures that are named by an id instead of by their hash; enclosures that say where they come from.
 */
export async function up(knex: Knex): Promise<void> {
  await createTables(knex);
  await addSequences(knex);
  await renameColumns(knex);
  await moveTemplateFiles(knex);
  await movePictures(knex);
  await sayWhereEnclosuresComeFrom(knex);
  await renameKey(knex, 'remainderOf', 'deferredFrom');
}

const STAMPED = ['settings', 'people', 'matterTypes', 'templates', 'passages', 'hosts'];

async function createTables(knex: Knex): Promise<void> {
  await knex.schema.createTable('stamps', (table) => {
    table.text('kind').primary();
    table.text('stamp').notNullable();
  });
  await knex('stamps').insert(STAMPED.map((kind) => ({ kind, stamp: randomUUID() })));
  await knex.raw('CREATE INDEX matters_restricted ON matters (id) WHERE restricted = 1');
  /** The matters that a message in the in-tray was suggested for: who may not see one of them may not see it. */
  await knex.schema.createTable('incoming_suggestions', (table) => {
    table.text('incoming_id').notNullable().references('incoming.id').onDelete('CASCADE');
    table.text('matter_id').notNullable();
    table.primary(['incoming_id', 'matter_id']);
    table.index(['matter_id']);
  });
  const waiting = await knex('incoming').select<{ id: string; suggestions: string }[]>('id', 'suggestions');
  for (const { id, suggestions } of waiting)
    for (const { matterId } of JSON.parse(suggestions) as { matterId: string }[])
      await knex('incoming_suggestions')
        .insert({ incoming_id: id, matter_id: matterId })
        .onConflict()
        .ignore();
  /** Every category that something was filed under. */
  await knex.schema.createTable('entry_categories', (table) => {
    table.text('category').primary();
  });
  await knex('entry_categories').insert(knex('entries').distinct('category'));
}

/** Lists are in the order in which things came; a column says it, and no longer the row's number, which is not ours. */
async function addSequences(knex: Knex): Promise<void> {
  for (const name of ['contacts', 'incoming', 'messages']) {
    await knex.schema.alterTable(name, (table) => {
      table.integer('seq').notNullable().defaultTo(0);
    });
    await knex.raw('UPDATE ?? SET seq = rowid', [name]);
    await knex.schema.alterTable(name, (table) => {
      table.unique(['seq']);
    });
  }
}

async function renameColumns(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE people RENAME COLUMN "right" TO role');
  await knex.raw('ALTER TABLE messages RENAME COLUMN conduct TO send_options');
}

/** A message for those whose host asked to wait names the one it goes on from. */
async function renameKey(knex: Knex, from: string, to: string): Promise<void> {
  const rows = await knex('messages').select<{ id: string; options: string }[]>('id', {
    options: 'send_options',
  });
  for (const { id, options } of rows) {
    const { [from]: value, ...rest } = JSON.parse(options) as Record<string, unknown>;
    if (value === undefined) continue;
    await knex('messages')
      .where({ id })
      .update({ send_options: JSON.stringify({ ...rest, [to]: value }) });
  }
}

interface OldRule {
  readonly kind: string;
  readonly name: string;
  readonly blob: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
}

/** Files that templates enclose get an id of their own; a template's wording names that. */
async function moveTemplateFiles(knex: Knex): Promise<void> {
  await knex.schema.createTable('template_files', (table) => {
    table.text('id').primary();
    table.text('name').notNullable();
    table.text('blob').notNullable();
    table.text('media_type').notNullable();
    table.integer('size_bytes').notNullable();
    table.text('made_by');
    table.bigInteger('made_utc').notNullable();
  });
  const ids = new Map<string, string>();
  const versions = await knex('template_versions').select<{ id: string; content: string }[]>('id', 'content');
  for (const { id, content } of versions) {
    const parsed = JSON.parse(content) as { documents?: OldRule[] };
    if (!parsed.documents?.some(({ kind }) => kind === 'fixed')) continue;
    const documents: unknown[] = [];
    for (const rule of parsed.documents) {
      if (rule.kind !== 'fixed') {
        documents.push(rule);
        continue;
      }
      const { name, blob, mediaType, sizeBytes } = rule;
      const known = ids.get(`${blob} ${name}`);
      const fileId = known ?? randomUUID();
      ids.set(`${blob} ${name}`, fileId);
      if (known === undefined)
        await knex('template_files').insert({
          id: fileId,
          name,
          blob,
          media_type: mediaType,
          size_bytes: sizeBytes,
          made_by: null,
          made_utc: 0,
        });
      documents.push({ kind: 'fixed', fileId, name });
    }
    await knex('template_versions')
      .where({ id })
      .update({ content: JSON.stringify({ ...parsed, documents }) });
  }
}

/** Pictures are named by an id that nobody can work out from their bytes. Those of before keep the name they have. */
async function movePictures(knex: Knex): Promise<void> {
  await knex.schema.alterTable('pictures', (table) => {
    table.text('id').notNullable().defaultTo('');
  });
  await knex.raw('UPDATE pictures SET id = blob');
  await knex.schema.renameTable('pictures', 'pictures_before');
  await knex.schema.createTable('pictures', (table) => {
    table.text('id').primary();
    table.text('blob').notNullable();
    table.text('media_type').notNullable();
    table.integer('width').notNullable();
    table.integer('height').notNullable();
    table.integer('size_bytes').notNullable();
  });
  await knex.raw(
    `INSERT INTO pictures (id, blob, media_type, width, height, size_bytes)
     SELECT id, blob, media_type, width, height, size_bytes FROM pictures_before`,
  );
  await knex.schema.dropTable('pictures_before');
}

interface OldEnclosure {
  readonly documentId: string;
  readonly blob: string;
}

async function sayWhereEnclosuresComeFrom(knex: Knex): Promise<void> {
  const rows = await knex('messages')
    .whereNot({ enclosures: '[]' })
    .select<{ id: string; enclosures: string }[]>('id', 'enclosures');
  for (const { id, enclosures } of rows) {
    const told = (JSON.parse(enclosures) as OldEnclosure[]).map(({ documentId, ...file }) => {
      const made = /^(file|letter|entry|made)-[0-9a-f]{40}$/.exec(documentId)?.[1];
      if (made === undefined) return { kind: 'document', id: documentId, documentId, ...file };
      // From which entry or file it came was not kept: by its bytes it is what somebody put in.
      return { kind: made === 'letter' ? 'letter' : 'upload', id: randomBytes(12).toString('hex'), ...file };
    });
    await knex('messages')
      .where({ id })
      .update({ enclosures: JSON.stringify(told) });
  }
}

export async function down(knex: Knex): Promise<void> {
  await renameKey(knex, 'deferredFrom', 'remainderOf');
  await returnEnclosures(knex);
  await returnTemplateFiles(knex);
  await knex.schema.createTable('pictures_before', (table) => {
    table.text('blob').primary();
    table.text('media_type').notNullable();
    table.integer('width').notNullable();
    table.integer('height').notNullable();
    table.integer('size_bytes').notNullable();
  });
  await knex.raw(
    `INSERT OR IGNORE INTO pictures_before (blob, media_type, width, height, size_bytes)
     SELECT id, media_type, width, height, size_bytes FROM pictures`,
  );
  await knex.schema.dropTable('pictures');
  await knex.schema.renameTable('pictures_before', 'pictures');
  await knex.raw('ALTER TABLE messages RENAME COLUMN send_options TO conduct');
  await knex.raw('ALTER TABLE people RENAME COLUMN role TO "right"');
  for (const name of ['contacts', 'incoming', 'messages']) {
    await knex.schema.alterTable(name, (table) => {
      table.dropUnique(['seq']);
    });
    await knex.raw('ALTER TABLE ?? DROP COLUMN seq', [name]);
  }
  await knex.raw('DROP INDEX matters_restricted');
  for (const table of ['entry_categories', 'incoming_suggestions', 'stamps'])
    await knex.schema.dropTable(table);
}

async function returnEnclosures(knex: Knex): Promise<void> {
  const rows = await knex('messages').select<{ id: string; enclosures: string }[]>('id', 'enclosures');
  for (const { id, enclosures } of rows) {
    const told = (JSON.parse(enclosures) as (OldEnclosure & { kind: string; id: string })[]).map(
      ({ kind, id: _id, documentId, ...file }) => ({
        documentId: kind === 'document' ? documentId : `made-${file.blob.slice(0, 40)}`,
        ...file,
      }),
    );
    await knex('messages')
      .where({ id })
      .update({ enclosures: JSON.stringify(told) });
  }
}

async function returnTemplateFiles(knex: Knex): Promise<void> {
  const files = await knex('template_files').select<
    { id: string; name: string; blob: string; media_type: string; size_bytes: number }[]
  >('id', 'name', 'blob', 'media_type', 'size_bytes');
  const byId = new Map(files.map((file) => [file.id, file]));
  const versions = await knex('template_versions').select<{ id: string; content: string }[]>('id', 'content');
  for (const { id, content } of versions) {
    const parsed = JSON.parse(content) as { documents?: { kind: string; fileId?: string; name: string }[] };
    if (!parsed.documents?.some(({ kind }) => kind === 'fixed')) continue;
    const documents = parsed.documents.flatMap((rule) => {
      const file = rule.fileId === undefined ? undefined : byId.get(rule.fileId);
      if (rule.kind !== 'fixed') return [rule];
      return file
        ? [
            {
              kind: 'fixed',
              name: rule.name,
              blob: file.blob,
              mediaType: file.media_type,
              sizeBytes: file.size_bytes,
            },
          ]
        : [];
    });
    await knex('template_versions')
      .where({ id })
      .update({ content: JSON.stringify({ ...parsed, documents }) });
  }
  await knex.schema.dropTable('template_files');
}
