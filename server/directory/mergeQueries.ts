import type { Contact } from '../../core/model/contact.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** What joining two contacts changed. */
export interface Merged {
  /** The kept contact as it was. */
  readonly kept: Contact;
  /** Rows of parties that became the kept one's, and roles that both had held. */
  readonly moved: readonly number[];
  readonly dropped: readonly { readonly matter_id: string; readonly role: string }[];
  /** Contacts that were the other's half of a couple, and who its own half was. */
  readonly couples: readonly string[];
  readonly coupleOfOther: string | null;
  /** Contacts that had become part of the other before. */
  readonly pointers: readonly string[];
  /** Rows of those who belonged to the other, where it is an organisation. */
  readonly members?: readonly number[];
}

/**
 * Makes one contact of two: what the other was on becomes the kept one's. The other stays as a pointer, so that what was
 * filed about it still leads somewhere. Gives what was changed.
 */
export async function mergeInto(tx: Tx, keptId: string, otherId: string): Promise<Omit<Merged, 'kept'>> {
  const shared = await tx('parties as p')
    .join('parties as k', (on) => void on.on('k.matter_id', 'p.matter_id').andOn('k.role', 'p.role'))
    .where({ 'p.contact_id': otherId, 'k.contact_id': keptId })
    .select<{ seq: number; matter_id: string; role: string }[]>('p.seq', 'p.matter_id', 'p.role');
  await tx('parties')
    .whereIn(
      'seq',
      shared.map(({ seq }) => seq),
    )
    .delete();
  const moved = await tx('parties').where({ contact_id: otherId }).pluck<number[]>('seq');
  const couples = await tx('contacts').where({ couple_with_id: otherId }).pluck<string[]>('id');
  const pointers = await tx('contacts').where({ merged_into_id: otherId }).pluck<string[]>('id');
  const other = await tx('contacts')
    .where({ id: otherId })
    .first<{ couple_with_id: string | null } | undefined>('couple_with_id');
  const members = await tx('memberships').where({ organisation_id: otherId }).pluck<number[]>('seq');
  await tx('memberships').whereIn('seq', members).update({ organisation_id: keptId });
  await takeOverFormerAddresses(tx, keptId, otherId);
  await tx('parties').whereIn('seq', moved).update({ contact_id: keptId });
  await tx('contacts')
    .where({ couple_with_id: otherId })
    .whereNot({ id: keptId })
    .update({ couple_with_id: keptId });
  await tx('contacts').where({ id: keptId, couple_with_id: otherId }).update({ couple_with_id: null });
  await tx('contacts').where({ merged_into_id: otherId }).update({ merged_into_id: keptId });
  await tx('contacts')
    .where({ id: otherId })
    .update({ merged_into_id: keptId, couple_with_id: null, revision: tx.raw('revision + 1') });
  await tx('contact_words').where({ contact_id: otherId }).delete();
  return {
    moved,
    dropped: shared.map(({ matter_id, role }) => ({ matter_id, role })),
    couples,
    coupleOfOther: other?.couple_with_id ?? null,
    pointers,
    members,
  };
}

/** What was said from addresses that the other had before is the kept one's as well. */
async function takeOverFormerAddresses(tx: Tx, keptId: string, otherId: string): Promise<void> {
  const keys = await tx('former_addresses').where({ contact_id: otherId }).pluck<string[]>('value_key');
  if (keys.length > 0)
    await tx('former_addresses')
      .insert(keys.map((value_key) => ({ contact_id: keptId, value_key })))
      .onConflict()
      .ignore();
}

/** Takes two apart again, as far as the database goes; the kept contact's own values are the caller's to write. */
export async function takeApart(tx: Tx, keptId: string, otherId: string, merged: Merged): Promise<void> {
  const { moved, dropped, couples, coupleOfOther, pointers, members = [] } = merged;
  await tx('memberships')
    .whereIn('seq', [...members])
    .where({ organisation_id: keptId })
    .update({ organisation_id: otherId });
  await tx('contacts')
    .where({ id: otherId })
    .update({ merged_into_id: null, couple_with_id: coupleOfOther, revision: tx.raw('revision + 1') });
  await tx('parties')
    .whereIn('seq', [...moved])
    .where({ contact_id: keptId })
    .update({ contact_id: otherId });
  if (dropped.length > 0)
    await tx('parties').insert(dropped.map((party) => ({ ...party, contact_id: otherId })));
  await tx('contacts')
    .whereIn('id', [...couples])
    .update({ couple_with_id: otherId });
  await tx('contacts')
    .whereIn('id', [...pointers])
    .update({ merged_into_id: otherId });
}

export async function rememberMerge(
  tx: Tx,
  row: {
    readonly keptId: string;
    readonly otherId: string;
    readonly revision: number;
    readonly before: Merged;
  },
): Promise<void> {
  await tx('contact_merges').insert({
    kept_id: row.keptId,
    other_id: row.otherId,
    revision: row.revision,
    before: JSON.stringify(row.before),
  });
}

/** The last joining of one contact into another, with the revision that the kept one has had since. */
export async function lastMerge(
  reads: Reads,
  keptId: string,
  otherId: string,
): Promise<{ readonly seq: number; readonly revision: number; readonly before: Merged } | undefined> {
  const row = await sql(reads)('contact_merges')
    .where({ kept_id: keptId, other_id: otherId })
    .orderBy('seq', 'desc')
    .first<{ seq: number; revision: number; before: string } | undefined>('seq', 'revision', 'before');
  return row && { ...row, before: fromJson<Merged>(row.before) };
}

export const forgetMerge = async (tx: Tx, seq: number): Promise<void> => {
  await tx('contact_merges').where({ seq }).delete();
};
