import type { Knex } from 'knex';

/** What comes in may be a text message, and numbers are compared by their digits, however they are written. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('incoming', (table) => {
    table.text('channel').notNullable().defaultTo('email');
  });
  await keysAnew(knex, digitsOf);
}

export async function down(knex: Knex): Promise<void> {
  await keysAnew(knex, (address) => address.trim().toLowerCase());
  await knex.schema.alterTable('incoming', (table) => {
    table.dropColumn('channel');
  });
}

/** What numbers are found by: in the directory, and on the text messages that went to them. */
async function keysAnew(knex: Knex, keyOf: (number: string) => string): Promise<void> {
  const numbers = await knex('contact_addresses')
    .where({ kind: 'phone' })
    .select<{ seq: number; value: string }[]>('seq', 'value');
  for (const { seq, value } of numbers) {
    const key = keyOf(value);
    await knex('contact_addresses')
      .where({ seq })
      .update({ value_key: key, key_reversed: [...key].reverse().join('') });
  }
  const texts = await knex('entries')
    .where({ channel: 'text' })
    .select<TextRow[]>('seq', 'matter_id', 'occurred_utc', 'people');
  for (const { seq, matter_id, occurred_utc, people } of texts) {
    await knex('entry_addresses').where({ entry_seq: seq }).delete();
    const { from, to, cc, bcc } = JSON.parse(people) as Record<string, Holder & Holder[]>;
    const everyone = [from, to, cc, bcc].flat();
    const keys = new Set(everyone.map((one) => keyOf(one?.address ?? '')).filter(Boolean));
    for (const address_key of keys)
      await knex('entry_addresses').insert({ address_key, entry_seq: seq, matter_id, occurred_utc });
  }
}

interface Holder {
  readonly address: string;
}
interface TextRow {
  readonly seq: number;
  readonly matter_id: string;
  readonly occurred_utc: number;
  readonly people: string;
}

const digitsOf = (number: string): string => {
  const digits = number.replace('(0)', '').replace(/\D/g, '');
  return number.trim().startsWith('+') || !digits.startsWith('00') ? digits : digits.slice(2);
};
