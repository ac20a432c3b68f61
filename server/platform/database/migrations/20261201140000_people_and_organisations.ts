import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';

interface Member {
  readonly id: string;
  readonly organisation: string;
  readonly position: string | null;
}

/**
 * A person belongs to organisations, several, each with a position and a span, in place of a typed word; contacts have facts
 * of the practice's own, and what was said from an address that they had before stays theirs. There is a type for what is
 * written without a matter.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('memberships', (table) => {
    table.increments('seq');
    table.text('contact_id').notNullable().references('contacts.id').onDelete('CASCADE').index();
    table.text('organisation_id').notNullable().references('contacts.id').index();
    table.text('position').notNullable();
    table.text('from_on');
    table.text('until_on').index();
  });
  await knex.schema.createTable('former_addresses', (table) => {
    table.text('contact_id').notNullable().references('contacts.id').onDelete('CASCADE');
    table.text('value_key').notNullable();
    table.primary(['contact_id', 'value_key']);
  });
  await knex.schema.alterTable('contacts', (table) => {
    table.json('facts').notNullable().defaultTo('{}');
    /** The name in small letters: what an organisation is known again by. */
    table.text('name_key').notNullable().defaultTo('');
    table.index(['kind', 'name_key'], 'contacts_by_name_key');
  });
  const named = await knex('contacts').select<{ id: string; name: string }[]>('id', 'name');
  for (const { id, name } of named)
    await knex('contacts').where({ id }).update({ name_key: name.toLowerCase() });
  await knex('matter_types').insert({
    id: '00000000-0000-4000-8000-000000000002',
    name: 'General file',
    definition: '{}',
  });
  await belong(knex);
}

/** Makes members of those who have an organisation's name written beside them: of the one that is called so, or of a new one. */
async function belong(knex: Knex): Promise<void> {
  const members = await knex('contacts')
    .where({ kind: 'person', merged_into_id: null })
    .whereNot({ organisation: '' })
    .whereNotNull('organisation')
    .select<Member[]>('id', 'organisation', 'position');
  const known = await knex('contacts')
    .where({ kind: 'organisation', merged_into_id: null })
    .select<{ id: string; name: string }[]>('id', 'name');
  const idOf = new Map(known.map(({ id, name }) => [name.toLowerCase(), id]));
  const last = await knex('contacts').max<{ last: number | null }[]>({ last: 'seq' }).first();
  let seq = last?.last ?? 0;
  for (const { id, organisation, position } of members) {
    const key = organisation.toLowerCase();
    let organisationId = idOf.get(key);
    if (organisationId === undefined) {
      organisationId = randomUUID();
      seq += 1;
      idOf.set(key, organisationId);
      await knex('contacts').insert({
        id: organisationId,
        seq,
        kind: 'organisation',
        name: organisation,
        name_key: key,
        do_not_write_to: false,
      });
      await knex('contact_words').insert({
        contact_id: organisationId,
        name: organisation,
        organisation: '',
        addresses: '',
      });
    }
    await knex('memberships').insert({
      contact_id: id,
      organisation_id: organisationId,
      position: position ?? '',
    });
  }
}

export async function down(knex: Knex): Promise<void> {
  await knex('matter_types').where({ id: '00000000-0000-4000-8000-000000000002' }).delete();
  await knex.raw('DROP INDEX contacts_by_name_key');
  await knex.raw('ALTER TABLE contacts DROP COLUMN name_key');
  await knex.raw('ALTER TABLE contacts DROP COLUMN facts');
  await knex.schema.dropTable('former_addresses');
  await knex.schema.dropTable('memberships');
}
