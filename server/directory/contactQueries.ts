import type { Knex } from 'knex';
import { withForms } from '../platform/database/dialects/sqlite/words.ts';
import { inList, rowsAsJson } from '../platform/database/dialects/sqlite/json.ts';
import { fromJson, readJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { AddressKind, Contact, ContactAddress, OrganisationContact } from '../../core/model/contact.ts';
import type { Membership } from '../../core/model/membership.ts';
import { soundValues } from '../../core/model/soundValue.ts';
import type { Channel } from '../../core/model/channel.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import { keepMemberships, membershipsAsJson, renameOrganisation, toMembership } from './membershipQueries.ts';
import type { MembershipRow } from './membershipQueries.ts';
import { isFixedLine } from './numberingPlans.ts';
import { keyOfAddress, keysOfAddress } from '../../core/recipients/reach.ts';

/** A contact as it is kept. */
export interface ContactRow {
  id: string;
  seq: number;
  kind: 'person' | 'organisation';
  name: string;
  title: string | null;
  given_name: string | null;
  family_name: string | null;
  organisation: string | null;
  position: string | null;
  do_not_write_to: boolean;
  own_formal_greeting: string | null;
  own_familiar_greeting: string | null;
  couple_with_id: string | null;
  couple_greeting: string | null;
  middle_name: string | null;
  suffix: string | null;
  language: string | null;
  note: string | null;
  filing_rule: 'always' | 'never' | null;
  merged_into_id: string | null;
  revision: number;
  /** JSON: values by their keys. */
  facts: string;
  /** JSON: categories. */
  no_rounds: string;
  preferred_channel: Channel | null;
}

export interface AddressRow {
  seq: number;
  contact_id: string;
  kind: ContactAddress['kind'];
  label: string;
  value: string;
  value_key: string;
  key_reversed: string;
  preferred: boolean;
  bounced: boolean;
}

/** A property only where there is something to say: absent and empty are the same to a reader. */
const present = <K extends string>(key: K, value: string | null): { [P in K]?: string } =>
  value === null ? {} : ({ [key]: value } as { [P in K]: string });

/** A contact from its row and its addresses, in their order. */
export function toContact(
  row: ContactRow,
  addresses: readonly AddressRow[],
  memberships?: readonly Membership[],
): Contact {
  const facts = soundValues(readJson(row.facts));
  const noRounds = fromJson<string[]>(row.no_rounds);
  const base = {
    id: asId<ContactId>(row.id),
    name: row.name,
    addresses: addresses.map(({ kind, label, value, preferred, bounced }) => ({
      kind,
      label,
      value,
      preferred: Boolean(preferred),
      bounced: Boolean(bounced),
      ...(kind === 'phone' && isFixedLine(value) ? { landline: true as const } : {}),
    })),
    doNotWriteTo: Boolean(row.do_not_write_to),
    ...present('ownFormalGreeting', row.own_formal_greeting),
    ...present('ownFamiliarGreeting', row.own_familiar_greeting),
    ...present('language', row.language),
    ...present('note', row.note),
    ...(row.filing_rule === null ? {} : { filingRule: row.filing_rule }),
    ...(Object.keys(facts).length === 0 ? {} : { facts }),
    ...(noRounds.length === 0 ? {} : { noRounds }),
    ...(row.preferred_channel === null ? {} : { preferredChannel: row.preferred_channel }),
  };
  if (row.kind === 'organisation') return { kind: 'organisation', ...base };
  return {
    kind: 'person',
    ...base,
    givenName: row.given_name ?? '',
    familyName: row.family_name ?? '',
    ...present('title', row.title),
    ...present('middleName', row.middle_name),
    ...present('suffix', row.suffix),
    ...present('organisation', row.organisation),
    ...present('position', row.position),
    ...(memberships ? { memberships } : {}),
    ...(row.couple_with_id === null
      ? {}
      : {
          couple: {
            withId: asId<ContactId>(row.couple_with_id),
            ...present('greeting', row.couple_greeting),
          },
        }),
  };
}

const ADDRESS = ['seq', 'contact_id', 'kind', 'label', 'value', 'preferred', 'bounced'] as const;

type WholeRow = ContactRow & { readonly address_rows: string; readonly membership_rows: string };

/** Reads contacts whole, in one query however many there are. */
export async function findContacts(
  reads: Reads,
  ids: readonly string[],
): Promise<ReadonlyMap<ContactId, Contact>> {
  return ids.length === 0
    ? new Map()
    : wholeContacts(reads, (query) => query.whereIn('contacts.id', [...ids]));
}

/** The contacts who hold any of these addresses of a kind. */
export async function findContactsByAddress(
  reads: Reads,
  addresses: readonly string[],
  kind: AddressKind = 'email',
): Promise<ReadonlyMap<ContactId, Contact>> {
  if (addresses.length === 0) return new Map();
  const held = sql(reads)('contact_addresses').where({ kind }).select('contact_id');
  const holders = inList(
    held,
    'value_key',
    addresses.flatMap((address) => keysOfAddress(kind, address)),
  );
  return wholeContacts(reads, (query) => query.whereIn('contacts.id', holders));
}

/** The contacts who have any of these names whole. */
export async function findContactsByName(
  reads: Reads,
  names: readonly string[],
): Promise<ReadonlyMap<ContactId, Contact>> {
  if (names.length === 0) return new Map();
  return wholeContacts(reads, (query) =>
    inList(query.whereNull('contacts.merged_into_id'), 'contacts.name', [...new Set(names)]),
  );
}

async function wholeContacts(
  reads: Reads,
  narrow: (query: Knex.QueryBuilder) => Knex.QueryBuilder,
): Promise<ReadonlyMap<ContactId, Contact>> {
  const db = sql(reads);
  const addresses = db('contact_addresses')
    .where({ contact_id: db.ref('contacts.id') })
    .select([...ADDRESS]);
  const rows = (await narrow(db('contacts')).select(
    'contacts.*',
    rowsAsJson(db, ADDRESS, addresses, 'address_rows'),
    membershipsAsJson(db, 'membership_rows'),
  )) as WholeRow[];
  return new Map(
    rows.map((row) => {
      const own = fromJson<AddressRow[]>(row.address_rows).sort((a, b) => a.seq - b.seq);
      const belongs = fromJson<MembershipRow[]>(row.membership_rows).sort((a, b) => a.seq - b.seq);
      return [asId<ContactId>(row.id), toContact(row, own, belongs.map(toMembership))];
    }),
  );
}

const contactColumns = (contact: Contact) => {
  const person = contact.kind === 'person' ? contact : undefined;
  return {
    kind: contact.kind,
    name: contact.name,
    name_key: contact.name.toLowerCase(),
    facts: JSON.stringify(contact.facts ?? {}),
    no_rounds: JSON.stringify(contact.noRounds ?? []),
    preferred_channel: contact.preferredChannel ?? null,
    title: person?.title ?? null,
    given_name: person?.givenName ?? null,
    middle_name: person?.middleName ?? null,
    family_name: person?.familyName ?? null,
    suffix: person?.suffix ?? null,
    organisation: person?.organisation ?? null,
    position: person?.position ?? null,
    language: contact.language ?? null,
    note: contact.note ?? null,
    filing_rule: contact.filingRule ?? null,
    do_not_write_to: contact.doNotWriteTo,
    own_formal_greeting: contact.ownFormalGreeting ?? null,
    own_familiar_greeting: contact.ownFamiliarGreeting ?? null,
    couple_with_id: person?.couple?.withId ?? null,
    couple_greeting: person?.couple?.greeting ?? null,
  };
};

/** A text from its end to its beginning. */
export const reversed = (text: string): string => [...text].reverse().join('');

const addressRows = ({ id, addresses }: Contact): readonly object[] =>
  addresses.map(({ landline: _, ...address }) => ({
    ...address,
    contact_id: id,
    value_key: keyOfAddress(address.kind, address.value),
    key_reversed: reversed(keyOfAddress(address.kind, address.value)),
    preferred: address.preferred,
    bounced: address.bounced,
  }));

/** Where somebody is first met, and every other organisation they belong or belonged to. */
const organisationsOf = (contact: Contact): readonly string[] =>
  contact.kind === 'person'
    ? [
        ...new Set([
          ...(contact.organisation === undefined ? [] : [contact.organisation]),
          ...(contact.memberships ?? []).map(({ organisation }) => organisation),
        ]),
      ]
    : [];

/** What a contact is found by. */
const wordsRow = (contact: Contact): object => ({
  contact_id: contact.id,
  name: withForms(contact.name),
  organisation: withForms(organisationsOf(contact).join(' ')),
  addresses: contact.addresses.map(({ value }) => value).join(' '),
});

/** Rows of one statement: SQLite takes some thousand values in one. */
const BATCH = 40;

/** Lets others have their turn: what the database does is done before it comes back. */
export const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

export const insertContact = async (tx: Tx, contact: Contact): Promise<void> => {
  await insertContacts(tx, [contact]);
};

/**
 * Makes contacts, many at a time; between them others are answered. Gives the organisations that were made because somebody
 * belongs to them.
 */
export async function insertContacts(
  tx: Tx,
  contacts: readonly Contact[],
): Promise<readonly OrganisationContact[]> {
  await insertRows(tx, contacts);
  return belong(tx, contacts);
}

/** Keeps where contacts belong, and makes the organisations that are not there yet. */
async function belong(tx: Tx, contacts: readonly Contact[]): Promise<readonly OrganisationContact[]> {
  const made: OrganisationContact[] = [];
  await keepMemberships(tx, contacts, async (organisations) => {
    made.push(...organisations);
    await insertRows(tx, organisations);
  });
  return made;
}

async function insertRows(tx: Tx, contacts: readonly Contact[]): Promise<void> {
  const row = await tx('contacts').max<{ last: number | null }>({ last: 'seq' }).first();
  const first = (row?.last ?? 0) + 1;
  for (let from = 0; from < contacts.length; from += BATCH) {
    const batch = contacts.slice(from, from + BATCH);
    await tx<ContactRow>('contacts').insert(
      batch.map((contact, n) => ({ id: contact.id, seq: first + from + n, ...contactColumns(contact) })),
    );
    const addresses = batch.flatMap(addressRows);
    for (let at = 0; at < addresses.length; at += BATCH)
      await tx('contact_addresses').insert(addresses.slice(at, at + BATCH));
    await tx('contact_words').insert(batch.map(wordsRow));
    if (contacts.length > BATCH) await breathe();
  }
}

/** Every contact that has not become part of another. */
export const livingContactIds = (reads: Reads): Promise<string[]> =>
  sql(reads)('contacts').whereNull('merged_into_id').orderBy('seq').pluck<string[]>('id');

/** Writes anew what some contacts are found by. */
export async function renewContactWords(tx: Tx, contacts: readonly Contact[]): Promise<void> {
  const ids = contacts.map(({ id }) => id as string);
  await inList(tx('contact_words'), 'contact_id', ids).delete();
  for (let at = 0; at < contacts.length; at += BATCH)
    await tx('contact_words').insert(contacts.slice(at, at + BATCH).map(wordsRow));
}

/** Changes a contact whole if nobody did since `revision`; false where somebody did. */
export async function updateContact(tx: Tx, contact: Contact, revision: number): Promise<boolean> {
  const changed = await tx<ContactRow>('contacts')
    .where({ id: contact.id, revision, merged_into_id: null })
    .update({ ...contactColumns(contact), revision: revision + 1 });
  if (changed !== 1) return false;
  await keepFormerAddresses(tx, contact);
  await tx('contact_addresses').where({ contact_id: contact.id }).delete();
  const rows = addressRows(contact);
  if (rows.length > 0) await tx('contact_addresses').insert(rows);
  await tx('contact_words').where({ contact_id: contact.id }).delete();
  await tx('contact_words').insert(wordsRow(contact));
  await belong(tx, [contact]);
  return true;
}

/** Shows and finds an organisation's people by its new name. */
export async function renewMembers(
  tx: Tx,
  reads: Reads,
  organisation: Pick<Contact, 'id' | 'name'>,
  before: string,
): Promise<void> {
  const ids = await renameOrganisation(tx, organisation, before);
  const members = await findContacts(reads, ids);
  await renewContactWords(tx, [...members.values()]);
}

/** What was said from an address that is taken off a contact stays theirs. */
async function keepFormerAddresses(tx: Tx, { id, addresses }: Contact): Promise<void> {
  const held = new Set(addresses.map(({ kind, value }) => keyOfAddress(kind, value)));
  const before = await tx('contact_addresses').where({ contact_id: id }).pluck<string[]>('value_key');
  const gone = [...new Set(before)].filter((key) => !held.has(key));
  if (gone.length > 0)
    await tx('former_addresses')
      .insert(gone.map((value_key) => ({ contact_id: id, value_key })))
      .onConflict()
      .ignore();
}

export async function contactRevision(reads: Reads, id: string): Promise<number | undefined> {
  const row = await sql(reads)('contacts')
    .where({ id, merged_into_id: null })
    .first<{ revision: number } | undefined>('revision');
  return row?.revision;
}
