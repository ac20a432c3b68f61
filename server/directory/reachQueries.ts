import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import { contactWords } from '../platform/database/dialects/sqlite/words.ts';

/** The most people of one organisation whose correspondence is looked through. */
const MOST_PEOPLE = 400;

/**
 * Every address under which a contact is or was written to, as entries keep them; of an organisation, those of everybody who
 * belongs or belonged to it as well.
 */
export async function addressKeysOf(reads: Reads, contactId: string): Promise<readonly string[]> {
  const db = sql(reads);
  const people = db('memberships')
    .where({ organisation_id: contactId })
    .limit(MOST_PEOPLE)
    .select('contact_id');
  const of = (table: string): Promise<string[]> =>
    db(table)
      .where((either) => void either.where({ contact_id: contactId }).orWhereIn('contact_id', people.clone()))
      .pluck<string[]>('value_key');
  return [...new Set([...(await of('contact_addresses')), ...(await of('former_addresses'))])];
}

/** Organisations that a word or two can mean at once. */
const MOST_ORGANISATIONS = 5;
/** Addresses that one search asks for beside what was typed. */
const MOST_ADDRESSES = 60;

/** Mail addresses of the people of every organisation that is called by some words. */
export async function addressesOfOrganisations(reads: Reads, words: string): Promise<readonly string[]> {
  const db = sql(reads);
  const called = contactWords
    .matching(db('contacts').where({ kind: 'organisation' }).whereNull('merged_into_id'), words)
    .limit(MOST_ORGANISATIONS)
    .select('contacts.id');
  const people = db('memberships').whereIn('organisation_id', called).select('contact_id');
  return db('contact_addresses')
    .where({ kind: 'email' })
    .whereIn('contact_id', people)
    .limit(MOST_ADDRESSES)
    .distinct()
    .pluck<string[]>('value_key');
}
