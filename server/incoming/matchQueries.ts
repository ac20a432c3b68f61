import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import type { AddressKind } from '../../core/model/contact.ts';
import { inList } from '../platform/database/dialects/sqlite/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import { seen, visible } from '../access/visibleQueries.ts';
import type { Knex } from 'knex';
import { foldName } from '../../core/model/words.ts';
import { bareSubject } from '../../core/correspondence/answers.ts';
import type { FilingRule, MailCandidates, MatchFacts, CandidateMatter } from '../../core/matching/index.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import { closingStages } from '../matters/matterTypeQueries.ts';

/** A contact on more matters than this is looked at on the latest of them. */
const MATTERS_OF_ONE = 60;
/** Latest conversations whose subjects are compared. */
const SUBJECTS_OF_ONE = 12;

export interface FactsWanted {
  readonly candidates: MailCandidates;
  readonly references: readonly string[];
  /** Tokens of filing addresses it was sent to. */
  readonly tokens: readonly string[];
  /** What the addresses are of. */
  readonly kind: AddressKind;
}

/** What is known of a message's candidates, each looked up by itself: the cost is the message's, not the practice's. */
export async function findMatchFacts(scope: Scope, wanted: FactsWanted): Promise<MatchFacts> {
  const { candidates, references, tokens, kind } = wanted;
  const addressed = await idsWhere(scope, 'filing_token', tokens);
  const threads = await threadsOf(scope, references);
  const byReference = await referencesOf(scope, candidates.references);
  const partyOf = await partiesOf(scope, candidates.addresses, kind);
  const wroteOn = await correspondedOn(scope, candidates.addresses);
  const byName = await namesOf(scope, candidates.names);
  const ids = new Set<MatterId>([
    ...addressed,
    ...byReference.values(),
    ...[threads, partyOf, wroteOn].flatMap((map) => [...map.values()].flat()),
    // A name alone, on many matters, proposes none of them.
    ...[...byName.values()].filter((list) => list.length <= MOST_NAMED).flat(),
  ]);
  return {
    matters: await candidateMatters(scope, [...ids]),
    addressed: new Set(addressed),
    threads,
    byReference,
    partyOf,
    wroteOn,
    byName,
  };
}

const MOST_NAMED = 8;

async function idsWhere(scope: Scope, column: string, values: readonly string[]): Promise<MatterId[]> {
  if (values.length === 0) return [];
  return visible(scope, 'matters')
    .whereIn(column, [...values])
    .pluck<MatterId[]>('id');
}

type Found = ReadonlyMap<string, readonly MatterId[]>;

const gathered = (rows: readonly { readonly key: string; readonly id: MatterId }[]): Found =>
  new Map(
    [...groupBy(rows, ({ key }) => key)].map(([key, list]) => [key, [...new Set(list.map(({ id }) => id))]]),
  );

type KeyedRow = { readonly key: string; readonly id: MatterId };

async function threadsOf(scope: Scope, references: readonly string[]): Promise<Found> {
  if (references.length === 0) return new Map();
  const rows = await visible(scope, 'entries')
    .whereIn('internet_message_id', [...references])
    .select<KeyedRow[]>({ key: 'internet_message_id', id: 'matter_id' });
  return gathered(rows);
}

async function referencesOf(
  scope: Scope,
  references: readonly string[],
): Promise<ReadonlyMap<string, MatterId>> {
  if (references.length === 0) return new Map();
  const rows = await visible(scope, 'matters')
    .whereIn('reference', [...references])
    .select<KeyedRow[]>({ key: 'reference', id: 'id' });
  const former = await seen(
    scope,
    sql(scope)('former_references').whereIn('reference', [...references]),
    'matter_id',
  ).select<KeyedRow[]>({ key: 'reference', id: 'matter_id' });
  return new Map([...former, ...rows].map(({ key, id }) => [key, id]));
}

async function partiesOf(scope: Scope, addresses: readonly string[], kind: AddressKind): Promise<Found> {
  if (addresses.length === 0) return new Map();
  const held = sql(scope)('contact_addresses')
    .join('parties', 'parties.contact_id', 'contact_addresses.contact_id')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where({ kind })
    .whereIn('value_key', [...addresses])
    // Whoever is there in two roles is on one matter.
    .groupBy('value_key', 'matters.id')
    .select({ key: 'value_key', id: 'matters.id' })
    .select(
      sql(scope).raw('row_number() OVER (PARTITION BY value_key ORDER BY matters.recent_utc DESC) AS place'),
    );
  return latestOfEach(scope, held);
}

async function correspondedOn(scope: Scope, addresses: readonly string[]): Promise<Found> {
  if (addresses.length === 0) return new Map();
  const held = visible(scope, 'entry_addresses')
    .whereIn('address_key', [...addresses])
    // Who was written to without a matter is as likely to write about one.
    .whereNot('matter_id', GENERAL_FILE)
    .groupBy('address_key', 'matter_id')
    .select({ key: 'address_key', id: 'matter_id' })
    .select(
      sql(scope).raw('row_number() OVER (PARTITION BY address_key ORDER BY max(occurred_utc) DESC) AS place'),
    );
  return latestOfEach(scope, held);
}

async function latestOfEach(scope: Scope, held: Knex.QueryBuilder): Promise<Found> {
  const rows = await sql(scope)
    .with('held', held)
    .from('held')
    .where('place', '<=', MATTERS_OF_ONE)
    .orderBy('place')
    .select<KeyedRow[]>('key', 'id');
  return gathered(rows);
}

async function namesOf(scope: Scope, names: readonly string[]): Promise<Found> {
  if (names.length === 0) return new Map();
  const rows = await inList(visible(scope, 'matter_names'), 'name_key', names).select<KeyedRow[]>({
    key: 'name_key',
    id: 'matter_id',
  });
  return gathered(rows);
}

interface CandidateRow {
  readonly id: MatterId;
  readonly reference: string;
  readonly type_id: string;
  readonly stage: string;
  readonly last_entry_utc: number | null;
}

async function candidateMatters(
  scope: Scope,
  ids: readonly MatterId[],
): Promise<ReadonlyMap<MatterId, CandidateMatter>> {
  if (ids.length === 0) return new Map();
  const rows = await inList(visible(scope, 'matters'), 'matters.id', ids).select<CandidateRow[]>(
    'id',
    'reference',
    'type_id',
    'stage',
    'last_entry_utc',
  );
  const closing = await closingStages(scope);
  const subjects = await latestSubjects(scope, ids);
  return new Map(
    rows.map(({ id, reference, type_id, stage, last_entry_utc }) => [
      id,
      {
        id: asId<MatterId>(id),
        reference,
        open: !closing.has(`${type_id} ${stage}`),
        lastEntryAtUtc: last_entry_utc ?? undefined,
        subjects: subjects.get(id) ?? [],
      },
    ]),
  );
}

async function latestSubjects(
  scope: Scope,
  ids: readonly MatterId[],
): Promise<ReadonlyMap<MatterId, readonly string[]>> {
  const rows = await sql(scope)
    .with(
      'latest',
      inList(visible(scope, 'conversations'), 'conversations.matter_id', ids)
        .select('matter_id', 'last_entry_id')
        .select(sql(scope).raw('row_number() OVER (PARTITION BY matter_id ORDER BY last_utc DESC) AS place')),
    )
    .from('latest')
    .join('entries', 'entries.id', 'latest.last_entry_id')
    .where('place', '<=', SUBJECTS_OF_ONE)
    .select<{ matter_id: MatterId; subject: string }[]>('latest.matter_id', 'subject');
  return new Map(
    [...groupBy(rows, ({ matter_id }) => matter_id)].map(([id, list]) => [
      id,
      [...new Set(list.map(({ subject }) => foldName(bareSubject(subject))))],
    ]),
  );
}

/** What the contacts behind some addresses say of filing their mail: one that says never is heard first. */
export async function filingRuleOf(
  scope: Scope,
  addresses: readonly string[],
  kind: AddressKind,
): Promise<FilingRule | undefined> {
  const rules = await sql(scope)('contact_addresses')
    .join('contacts', 'contacts.id', 'contact_addresses.contact_id')
    .where({ 'contact_addresses.kind': kind })
    .whereIn('value_key', [...addresses])
    .whereNotNull('filing_rule')
    .pluck<FilingRule[]>('filing_rule');
  return rules.includes('never') ? 'never' : rules[0];
}
