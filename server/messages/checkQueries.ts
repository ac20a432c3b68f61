import type { Knex } from 'knex';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import { ordinaryMatters, seen, visible } from '../access/visibleQueries.ts';
import { isOneSlipAway } from '../../core/checks/index.ts';
import { foldName } from '../../core/model/words.ts';
import type { Elsewhere } from '../../core/checks/checkInput.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import type { Value } from '../../core/model/value.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { reversed } from '../directory/contactQueries.ts';
import { inList, listAsTable } from '../platform/database/dialects/sqlite/json.ts';
import { fromJson } from '../platform/database/json.ts';

/** A name on more matters than this (a broker, a yard's manager) says nothing about which one a text belongs to. */
const COMMON_NAME_MATTERS = 3;

/** What a text might say of other matters: its candidates, by the words as written. */
export interface Candidates {
  /** References as matters have them, to the words as written. */
  readonly references: ReadonlyMap<string, string>;
  /** Folded names to the words as written. */
  readonly names: ReadonlyMap<string, string>;
  readonly addresses: readonly string[];
}

interface FoundElsewhere {
  readonly kind: Elsewhere['kind'];
  /** The candidate, as it is looked up. */
  readonly asked: string;
  readonly matter_id: string;
  readonly reference: string;
  readonly facts: string;
  /** Whether the candidate is this matter's as well. */
  readonly mine: number;
}

/**
 * Which of a text's candidates belong to other matters and not to this one. Only the candidates are looked up, all in one
 * statement, so that the cost is the text's, however large the practice is.
 */
export async function findElsewhere(
  scope: Scope,
  matterId: string,
  { references, names, addresses }: Candidates,
): Promise<readonly Elsewhere[]> {
  const written = new Map(addresses.map((address) => [addressKey(address), address]));
  const [first, ...others] = [
    ...(references.size > 0 ? [referencesElsewhere(scope, matterId, [...references.keys()])] : []),
    ...(written.size > 0 ? [addressesElsewhere(scope, matterId, [...written.keys()])] : []),
    // Last: at the head of a union, the query builder puts the values of a made-up table before those of the columns.
    ...(names.size > 0 ? [namesElsewhere(scope, matterId, [...names.keys()])] : []),
  ];
  if (!first) return [];
  const rows = (await first.unionAll(others)) as FoundElsewhere[];
  return [...groupBy(rows, ({ kind, asked }) => `${kind} ${asked}`).values()].flatMap(
    (matters): readonly Elsewhere[] => {
      const [found] = matters;
      if (!found || matters.some(({ mine }) => mine === 1)) return [];
      const { kind, asked, reference: matterReference, facts } = found;
      if (kind === 'reference') return [{ words: references.get(asked) ?? asked, kind, matterReference }];
      if (kind === 'address') return [{ words: written.get(asked) ?? asked, kind, matterReference }];
      if (matters.length > COMMON_NAME_MATTERS) return [];
      const isSubject = Object.values(fromJson<Record<string, Value>>(facts)).some(
        (value) => value.kind === 'text' && foldName(value.text) === asked,
      );
      return [{ words: names.get(asked) ?? asked, kind, matterReference, isSubject }];
    },
  );
}

const columns = (
  scope: Scope,
  kind: Elsewhere['kind'],
  asked: string,
  mine: Knex.Raw,
): Record<string, Knex.Raw> => {
  const db = sql(scope);
  return {
    kind: db.raw('?', [kind]),
    asked: db.ref(asked),
    matter_id: db.ref('matters.id'),
    reference: db.ref('matters.reference'),
    facts: db.ref('matters.facts'),
    mine,
  };
};

const referencesElsewhere = (
  scope: Scope,
  matterId: string,
  references: readonly string[],
): Knex.QueryBuilder =>
  inList(ordinaryMatters(scope), 'matters.reference', references)
    .whereNot('matters.id', matterId)
    .select(columns(scope, 'reference', 'matters.reference', sql(scope).raw('0')));

/** A few matters for each name: neither the statement nor its answer grows with the practice. */
function namesElsewhere(scope: Scope, matterId: string, names: readonly string[]): Knex.QueryBuilder {
  const db = sql(scope);
  const few = db('matter_names as few')
    .select('few.matter_id')
    .where('few.name_key', db.ref('asked.name_key'))
    .limit(COMMON_NAME_MATTERS + 1);
  const mine = db('matter_names as own')
    .select(db.raw('1'))
    .where('own.matter_id', matterId)
    .where('own.name_key', db.ref('asked.name_key'));
  const query = db
    .select(columns(scope, 'name', 'asked.name_key', db.raw('exists ?', [mine])))
    .from(db.raw('(?) as asked', [listAsTable(db, 'name_key', names)]))
    .join('matters', (on) => void on.onIn('matters.id', few as unknown as readonly Knex.Value[]));
  return seen(scope, query, 'matters.id');
}

function addressesElsewhere(scope: Scope, matterId: string, keys: readonly string[]): Knex.QueryBuilder {
  const db = sql(scope);
  const query = db('contact_addresses')
    .join('parties', 'parties.contact_id', 'contact_addresses.contact_id')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where({ kind: 'email' })
    .select(columns(scope, 'address', 'contact_addresses.value_key', db.raw('matters.id = ?', [matterId])));
  return seen(scope, inList(query, 'contact_addresses.value_key', keys), 'matters.id');
}

/** What is known of addresses that no role explains. */
export interface AddressesKnown {
  /** Addresses, by key, that the matter's correspondence came from or went to. */
  readonly correspondents: ReadonlySet<string>;
  /** Known addresses that one of those asked for is a single slip away from, by its key. */
  readonly near: ReadonlyMap<string, { readonly address: string; readonly name: string }>;
}

interface KnownRow {
  readonly asked: string | null;
  readonly value: string;
  readonly value_key: string;
  readonly name: string;
}

/** Looks up addresses in the matter's correspondence and in the directory, in one statement for all of them. */
export async function findAddresses(
  scope: Scope,
  matterId: string,
  addresses: readonly string[],
): Promise<AddressesKnown> {
  const keys = [...new Set(addresses.map(addressKey))];
  const rows = (await latestPeople(scope, matterId).unionAll(
    keys.map((key) => likeIt(scope, key)),
  )) as KnownRow[];
  const correspondents = new Set<string>();
  const near = new Map<string, { readonly address: string; readonly name: string }>();
  for (const { asked, value, value_key, name } of rows) {
    if (asked === null) {
      const { from, to, cc } = fromJson<EntryPeople>(value);
      for (const { address } of [from, ...to, ...cc]) correspondents.add(addressKey(address));
    } else if (!near.has(asked) && isOneSlipAway(value_key, asked)) near.set(asked, { address: value, name });
  }
  return { correspondents, near };
}

/** How many of a matter's entries are looked through for addresses it was in correspondence with. */
const CORRESPONDENTS_OF = 300;

interface EntryPeople {
  readonly from: { readonly address: string };
  readonly to: readonly { readonly address: string }[];
  readonly cc: readonly { readonly address: string }[];
}

function latestPeople(scope: Scope, matterId: string): Knex.QueryBuilder {
  const db = sql(scope);
  const latest = visible(scope, 'entries')
    .where({ matter_id: matterId })
    .orderBy('occurred_utc', 'desc')
    .limit(CORRESPONDENTS_OF)
    .select('people');
  const empty = db.raw('NULL');
  return db
    .from(latest.as('latest'))
    .select({ asked: empty, value: 'people', value_key: empty, name: empty });
}

function likeIt(scope: Scope, key: string): Knex.QueryBuilder {
  const db = sql(scope);
  const [start, end] = whatASlipLeaves(key);
  return db('contact_addresses')
    .join('contacts', 'contacts.id', 'contact_addresses.contact_id')
    .where({ 'contact_addresses.kind': 'email' })
    .where((either) => {
      void either
        .whereBetween('value_key', [start, `${start}\uffff`])
        .orWhereBetween('key_reversed', [reversed(end), `${reversed(end)}\uffff`]);
    })
    .whereRaw('length(value_key) between ? and ?', [key.length - 1, key.length + 1])
    .select({ asked: db.raw('?', [key]), value: 'value', value_key: 'value_key', name: 'contacts.name' });
}

/**
 * The start and the end of an address of which a single slip, even two letters exchanged, leaves one as it stands. They
 * meet in the middle of the name before the sign, since thousands may share what follows it.
 */
function whatASlipLeaves(key: string): readonly [start: string, end: string] {
  const middle = Math.floor(key.lastIndexOf('@') / 2);
  return [key.slice(0, Math.max(1, middle - 1)), key.slice(middle + 1)];
}

const DAY_MS = 86_400_000;

/** To whom a template went on a matter since some moment, with how many days ago, the latest for each. */
export async function sentLately(
  scope: Scope,
  at: {
    readonly matterId: string;
    readonly templateId: string;
    readonly sinceUtc: number;
    readonly nowUtc: number;
  },
): Promise<ReadonlyMap<string, number>> {
  const rows = await visible(scope, 'entries')
    .join('template_versions', 'template_versions.id', 'entries.template_version_id')
    .where({ matter_id: at.matterId, template_id: at.templateId, direction: 'out' })
    .where('occurred_utc', '>=', at.sinceUtc)
    .orderBy('occurred_utc')
    .select<{ people: string; occurred_utc: number }[]>('people', 'occurred_utc');
  return new Map(
    rows.flatMap(({ people, occurred_utc }) =>
      fromJson<EntryPeople>(people).to.map(
        ({ address }) => [addressKey(address), Math.floor((at.nowUtc - occurred_utc) / DAY_MS)] as const,
      ),
    ),
  );
}
