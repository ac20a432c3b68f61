import { isOneSlipAway } from '../../core/checks/index.ts';
import { foldName } from '../../core/model/words.ts';
import type { Elsewhere } from '../../core/checks/checkInput.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import type { Value } from '../../core/model/value.ts';
import { addressKey } from '../../core/recipients/address.ts';
import { reversed } from '../directory/contactQueries.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';
import { seenBy } from '../access/visibility.ts';

/** A name on more matters than this (a broker, a yard's manager) says nothing about which one a text belongs to. */
const COMMON_NAME_MATTERS = 3;

/** What a text might say of other matters: its candidates, by the words as written. */
export interface Candidates {
  readonly references: readonly string[];
  /** Folded names to the words as written. */
  readonly names: ReadonlyMap<string, string>;
  readonly addresses: readonly string[];
}

const visible = (db: Database, personId: string) => db('matters').where(seenBy(db, personId));

/**
 * Which of a text's candidates belong to other matters and not to this one. Only the candidates are looked up, so that
 * the cost is the text's, however large the practice is.
 */
export async function findElsewhere(
  db: Database,
  personId: string,
  matterId: string,
  candidates: Candidates,
): Promise<readonly Elsewhere[]> {
  return [
    ...(await referencesElsewhere(db, personId, matterId, candidates.references)),
    ...(await namesElsewhere(db, personId, matterId, candidates.names)),
    ...(await addressesElsewhere(db, personId, matterId, candidates.addresses)),
  ];
}

async function referencesElsewhere(
  db: Database,
  personId: string,
  matterId: string,
  references: readonly string[],
): Promise<readonly Elsewhere[]> {
  if (references.length === 0) return [];
  const found = await visible(db, personId)
    .whereRaw('matters.reference in (select value from json_each(?))', [JSON.stringify(references)])
    .whereNot('matters.id', matterId)
    .pluck<string[]>('matters.reference');
  return found.map((reference) => ({ words: reference, kind: 'reference', matterReference: reference }));
}

async function namesElsewhere(
  db: Database,
  personId: string,
  matterId: string,
  names: Candidates['names'],
): Promise<readonly Elsewhere[]> {
  if (names.size === 0) return [];
  const own = new Set(await db('matter_names').where({ matter_id: matterId }).pluck<string[]>('name_key'));
  // One parameter for all the names, and a few matters for each: neither the statement nor its answer grows.
  const rows = await db
    .with('asked', db.raw('select value as name_key from json_each(?)', [JSON.stringify([...names.keys()])]))
    .from('asked')
    .joinRaw(
      `join matter_names on matter_names.rowid in
         (select rowid from matter_names where name_key = asked.name_key limit ${COMMON_NAME_MATTERS + 1})`,
    )
    .join('matters', 'matters.id', 'matter_names.matter_id')
    .where(seenBy(db, personId))
    .select<{ name_key: string; id: string; reference: string; facts: string }[]>(
      'asked.name_key',
      'matters.id',
      'matters.reference',
      'matters.facts',
    );
  return [...groupBy(rows, ({ name_key }) => name_key)].flatMap(([key, matters]): readonly Elsewhere[] => {
    const [first] = matters;
    if (!first || matters.length > COMMON_NAME_MATTERS || own.has(key)) return [];
    const facts = Object.values(fromJson<Record<string, Value>>(first.facts));
    const isSubject = facts.some((value) => value.kind === 'text' && foldName(value.text) === key);
    return [{ words: names.get(key) ?? key, kind: 'name', matterReference: first.reference, isSubject }];
  });
}

async function addressesElsewhere(
  db: Database,
  personId: string,
  matterId: string,
  addresses: readonly string[],
): Promise<readonly Elsewhere[]> {
  if (addresses.length === 0) return [];
  const written = new Map(addresses.map((address) => [addressKey(address), address]));
  const rows = await db('contact_addresses')
    .join('parties', 'parties.contact_id', 'contact_addresses.contact_id')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where({ kind: 'email' })
    .whereIn('value_key', [...written.keys()])
    .where(seenBy(db, personId))
    .select<{ value_key: string; id: string; reference: string }[]>(
      'value_key',
      'matters.id',
      'matters.reference',
    );
  return [...groupBy(rows, ({ value_key }) => value_key)].flatMap(([key, matters]): readonly Elsewhere[] => {
    const [first] = matters;
    if (!first || matters.some(({ id }) => id === matterId)) return [];
    return [{ words: written.get(key) ?? key, kind: 'address', matterReference: first.reference }];
  });
}

/** Known addresses that a stranger's is a single slip away from, by the stranger's key. */
export async function findNearAddresses(
  db: Database,
  strangers: readonly string[],
): Promise<ReadonlyMap<string, { readonly address: string; readonly name: string }>> {
  const near = new Map<string, { readonly address: string; readonly name: string }>();
  for (const key of strangers.map(addressKey)) {
    const [start, end] = whatASlipLeaves(key);
    const rows = await db('contact_addresses')
      .where({ kind: 'email' })
      .where((either) => {
        void either
          .whereBetween('value_key', [start, `${start}\uffff`])
          .orWhereBetween('key_reversed', [reversed(end), `${reversed(end)}\uffff`]);
      })
      .whereRaw('length(value_key) between ? and ?', [key.length - 1, key.length + 1])
      .select<{ value: string; value_key: string; contact_id: string }[]>('value', 'value_key', 'contact_id');
    const meant = rows.find(({ value_key }) => isOneSlipAway(value_key, key));
    if (!meant) continue;
    const contact = await db('contacts').where({ id: meant.contact_id }).first<{ name: string }>('name');
    near.set(key, { address: meant.value, name: contact.name });
  }
  return near;
}

/**
 * The start and the end of an address of which a single slip, even two letters exchanged, leaves one as it stands. They
 * meet in the middle of the name before the sign, since thousands may share what follows it.
 */
function whatASlipLeaves(key: string): readonly [start: string, end: string] {
  const middle = Math.floor(key.lastIndexOf('@') / 2);
  return [key.slice(0, Math.max(1, middle - 1)), key.slice(middle + 1)];
}

/** How many of a matter's entries are looked through for addresses it was in correspondence with. */
const CORRESPONDENTS_OF = 300;

interface EntryPeople {
  readonly from: { readonly address: string };
  readonly to: readonly { readonly address: string }[];
  readonly cc: readonly { readonly address: string }[];
}

/** Addresses, by key, that a matter's correspondence came from or went to. */
export async function correspondentsOf(db: Database, matterId: string): Promise<ReadonlySet<string>> {
  const rows = await db('entries')
    .where({ matter_id: matterId })
    .orderBy('occurred_utc', 'desc')
    .limit(CORRESPONDENTS_OF)
    .pluck<string[]>('people');
  return new Set(
    rows.flatMap((json) => {
      const { from, to, cc } = fromJson<EntryPeople>(json);
      return [from, ...to, ...cc].map(({ address }) => addressKey(address));
    }),
  );
}

const DAY_MS = 86_400_000;

/** To whom a template went on a matter since some moment, with how many days ago, the latest for each. */
export async function sentLately(
  db: Database,
  at: {
    readonly matterId: string;
    readonly templateId: string;
    readonly sinceUtc: number;
    readonly nowUtc: number;
  },
): Promise<ReadonlyMap<string, number>> {
  const rows = await db('entries')
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
