import type { Knex } from 'knex';

interface Before {
  readonly practice?: { readonly name?: string };
  readonly moreAddresses?: readonly string[];
}

/** Addresses of the practice's own become senders, that templates can name. */
export async function up(knex: Knex): Promise<void> {
  const row = await knex('settings').where({ key: 'practice' }).first<{ value: string } | undefined>('value');
  if (!row) return;
  const { moreAddresses = [], ...settings } = JSON.parse(row.value) as Before;
  const senders = moreAddresses.map((address, n) => ({
    key: `own-${n + 1}`,
    name: settings.practice?.name ?? address,
    address,
  }));
  await knex('settings')
    .where({ key: 'practice' })
    .update({ value: JSON.stringify({ ...settings, senders }) });
}

export async function down(knex: Knex): Promise<void> {
  const row = await knex('settings').where({ key: 'practice' }).first<{ value: string } | undefined>('value');
  if (!row) return;
  const { senders = [], ...settings } = JSON.parse(row.value) as {
    readonly senders?: readonly { readonly address: string }[];
  };
  const moreAddresses = senders.map(({ address }) => address);
  await knex('settings')
    .where({ key: 'practice' })
    .update({ value: JSON.stringify({ ...settings, moreAddresses }) });
}
