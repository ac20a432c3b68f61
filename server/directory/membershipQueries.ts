import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { asId } from '../../core/model/ids.ts';
import type { ContactId } from '../../core/model/ids.ts';
import type { Contact, OrganisationContact } from '../../core/model/contact.ts';
import { foremost } from '../../core/model/membership.ts';
import type { Membership } from '../../core/model/membership.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { inList, rowsAsJson } from '../platform/database/dialects/sqlite/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

export interface MembershipRow {
  readonly seq: number;
  readonly contact_id: string;
  readonly organisation_id: string;
  readonly organisation: string;
  readonly position: string;
  readonly from_on: string | null;
  readonly until_on: string | null;
}

const COLUMNS = [
  'seq',
  'contact_id',
  'organisation_id',
  'organisation',
  'position',
  'from_on',
  'until_on',
] as const;

const rowsOf = (db: Knex): Knex.QueryBuilder =>
  db('memberships')
    .join('contacts as belonged', 'belonged.id', 'memberships.organisation_id')
    .select('memberships.*', { organisation: 'belonged.name' });

/** Where each contact of a query belongs, as a column of it. */
export const membershipsAsJson = (db: Knex, as: string): Knex.Raw =>
  rowsAsJson(db, COLUMNS, rowsOf(db).where({ contact_id: db.ref('contacts.id') }), as);

export const toMembership = (row: MembershipRow): Membership => ({
  organisationId: asId<ContactId>(row.organisation_id),
  organisation: row.organisation,
  ...(row.position === '' ? {} : { position: row.position }),
  ...(row.from_on === null ? {} : { from: row.from_on as PlainDate }),
  ...(row.until_on === null ? {} : { until: row.until_on as PlainDate }),
});

/** Somebody of an organisation, past or present. */
export interface MemberOf {
  readonly contactId: string;
  readonly name: string;
  readonly position: string;
  readonly from: string | null;
  readonly until: string | null;
}

/** Everybody who belongs or belonged to an organisation, by name. */
export const membersOf = (reads: Reads, organisationId: string): Promise<MemberOf[]> =>
  sql(reads)('memberships')
    .join('contacts', 'contacts.id', 'memberships.contact_id')
    .where({ 'memberships.organisation_id': organisationId, merged_into_id: null })
    .orderBy('contacts.name')
    .select<MemberOf[]>({
      contactId: 'contacts.id',
      name: 'contacts.name',
      position: 'memberships.position',
      from: 'from_on',
      until: 'until_on',
    });

type Named = Pick<OrganisationContact, 'id' | 'name'>;

/** Organisations by their names in small letters. */
async function namedOrganisations(tx: Tx, names: readonly string[]): Promise<Map<string, Named>> {
  const keys = [...new Set(names.map((name) => name.toLowerCase()))];
  if (keys.length === 0) return new Map();
  const rows = await inList(
    tx('contacts').where({ kind: 'organisation' }).whereNull('merged_into_id'),
    'name_key',
    keys,
  ).select<(Named & { name_key: string })[]>('id', 'name', 'name_key');
  return new Map(rows.map(({ name_key, ...named }) => [name_key, named]));
}

/** What is said of a person's organisations: those listed, and one that is named beside them. */
function wantedOf(contact: Contact, before: readonly Membership[]): readonly Membership[] {
  if (contact.kind !== 'person') return [];
  const listed = contact.memberships ?? before;
  const { organisation, position } = contact;
  if (organisation === undefined) return listed;
  const isNamed = ({ organisation: name }: Membership): boolean =>
    name.toLowerCase() === organisation.toLowerCase();
  const first = listed.findIndex(isNamed);
  if (first >= 0) {
    // A position said beside the name is that of the first membership there, unless one there says it already.
    const isSaid = listed.some((one) => isNamed(one) && one.position === position);
    if (position === undefined || isSaid) return listed;
    return listed.map((one, n) => (n === first ? { ...one, position } : one));
  }
  const named = {
    organisationId: asId<ContactId>(''),
    organisation,
    ...(position === undefined ? {} : { position }),
  };
  return [named, ...listed];
}

/**
 * Writes where some contacts belong, in place of what stood there. An organisation that is named and not known is made:
 * `make` is given those, so that they are kept before anybody belongs to them.
 */
export async function keepMemberships(
  tx: Tx,
  contacts: readonly Contact[],
  make: (organisations: readonly OrganisationContact[]) => Promise<void>,
): Promise<void> {
  const ids = contacts.map(({ id }) => id as string);
  const there = await inList(rowsOf(tx), 'contact_id', ids).orderBy('memberships.seq');
  const before = groupBy(there as MembershipRow[], (row) => row.contact_id);
  const wanted = contacts.map((contact) => ({
    id: contact.id,
    memberships: wantedOf(contact, (before.get(contact.id) ?? []).map(toMembership)),
  }));
  const unknown = wanted.flatMap(({ memberships }) =>
    memberships.flatMap(({ organisationId, organisation }) =>
      (organisationId as string) === '' ? [organisation] : [],
    ),
  );
  const known = await namedOrganisations(tx, unknown);
  const made: OrganisationContact[] = [];
  for (const name of unknown) {
    if (known.has(name.toLowerCase())) continue;
    const id = asId<ContactId>(randomUUID());
    known.set(name.toLowerCase(), { id, name });
    made.push({ id, kind: 'organisation', name, addresses: [], doNotWriteTo: false });
  }
  if (made.length > 0) await make(made);
  if (there.length > 0) await inList(tx('memberships'), 'contact_id', ids).delete();
  const rows = wanted.flatMap(({ id, memberships }) =>
    memberships.map(({ organisationId, organisation, position = '', from = null, until = null }) => ({
      contact_id: id,
      organisation_id: organisationId || known.get(organisation.toLowerCase())?.id,
      position,
      from_on: from,
      until_on: until,
    })),
  );
  if (rows.length > 0) await tx.batchInsert('memberships', rows, 100);
  // Beside a person's name stands what the organisation is called, not how it was typed.
  for (const contact of contacts) {
    const typed = contact.kind === 'person' ? contact.organisation : undefined;
    const name = typed === undefined ? undefined : known.get(typed.toLowerCase())?.name;
    if (name !== undefined && name !== typed)
      await tx('contacts').where({ id: contact.id }).update({ organisation: name });
  }
}

/** Takes over an organisation's new name where its people are shown with the old one. */
export async function renameOrganisation(
  tx: Tx,
  { id, name }: Pick<Contact, 'id' | 'name'>,
  before: string,
): Promise<readonly string[]> {
  if (name === before) return [];
  const members = tx('memberships').where({ organisation_id: id }).select('contact_id');
  const shown = tx('contacts').where({ organisation: before }).whereIn('id', members);
  const ids = await shown.clone().pluck<string[]>('id');
  await shown.update({ organisation: name });
  return ids;
}

/**
 * Puts right where people are first met whose time at an organisation has begun or ended since it was written; gives how many
 * they were.
 */
export async function renewForemost(tx: Tx, today: PlainDate): Promise<number> {
  const withSpans = tx('memberships')
    .where((spans) => void spans.whereNotNull('from_on').orWhereNotNull('until_on'))
    .select('contact_id');
  const rows = (await rowsOf(tx)
    .join('contacts as member', 'member.id', 'memberships.contact_id')
    .whereIn('memberships.contact_id', withSpans)
    .orderBy('memberships.seq')
    .select({ shown: 'member.organisation', shownAs: 'member.position' })) as ShownRow[];
  let changed = 0;
  for (const [id, mine] of groupBy(rows, ({ contact_id }) => contact_id)) {
    const now = foremost(mine.map(toMembership), today);
    const [organisation, position] = [now?.organisation ?? null, now?.position ?? null];
    if (mine[0]?.shown === organisation && mine[0].shownAs === position) continue;
    await tx('contacts').where({ id }).update({ organisation, position });
    changed += 1;
  }
  return changed;
}

type ShownRow = MembershipRow & { readonly shown: string | null; readonly shownAs: string | null };
