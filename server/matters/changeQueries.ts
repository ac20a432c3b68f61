import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { randomBytes } from 'node:crypto';
import type { NewMatter } from './matter.ts';
import { matterWords } from '../platform/database/dialects/sqlite/words.ts';
import { greatest } from '../platform/database/dialects/sqlite/expressions.ts';
import { familyKey } from '../../core/checks/index.ts';
import { foldName } from '../../core/model/words.ts';
import { changeLinks } from './linkQueries.ts';
import { insertDocument } from './documents/documentQueries.ts';
import type { MatterRecord, Row } from '../../core/model/matter.ts';
import type { Value } from '../../core/model/value.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { fromJson } from '../platform/database/json.ts';
import { visible } from '../access/visibleQueries.ts';

/** 72 bits: nobody guesses a matter’s own address. */
const FILING_TOKEN_BYTES = 9;

/** Keeps a new matter with its parties and documents, its words for finding and its names for checking. */
export async function insertMatter(tx: Tx, matter: NewMatter): Promise<void> {
  await tx('matters').insert({
    id: matter.id,
    reference: matter.reference,
    title: matter.title,
    type_id: matter.type.id,
    stage: matter.stage,
    responsible_id: matter.responsible.id,
    facts: JSON.stringify(matter.facts),
    dates: JSON.stringify(matter.dates),
    tables: JSON.stringify(matter.tables),
    restricted: matter.restricted,
    note: matter.note ?? '',
    recent_utc: matter.openedAtUtc,
    filing_token: randomBytes(FILING_TOKEN_BYTES).toString('hex'),
  });
  const parties = matter.parties.map(({ role, contact }) => ({
    matter_id: matter.id,
    contact_id: contact.id,
    role,
  }));
  if (parties.length > 0) await tx('parties').insert(parties);
  await replaceAccess(tx, matter.id, matter.accessFor);
  await renewFinding(tx, matter);
  for (const document of matter.documents) await insertDocument(tx, matter.id, document);
}

/** What must not stray into another matter's letters: what this one is about, and its people, by name and family name. */
function namesToGuard({
  type,
  facts,
  parties,
}: Pick<MatterRecord, 'type' | 'facts' | 'parties'>): readonly string[] {
  const subject = type.nameFact === undefined ? undefined : facts[type.nameFact];
  const people = parties.flatMap(({ contact }) =>
    contact.kind === 'person'
      ? [foldName(contact.name), ...(contact.familyName ? [familyKey(contact.familyName)] : [])]
      : [],
  );
  return [...new Set(subject?.kind === 'text' ? [foldName(subject.text), ...people] : people)];
}

/** Moves a matter up in the list of recent ones, and counts what was filed on it. */
export async function touchMatter(tx: Tx, matterId: string, entryAtUtc: number): Promise<void> {
  await tx('matters')
    .where({ id: matterId })
    .update({
      recent_utc: greatest(tx, 'recent_utc', entryAtUtc),
      last_entry_utc: greatest(tx, 'last_entry_utc', entryAtUtc),
      entry_count: tx.raw('entry_count + 1'),
    });
}

/** What a matter's page may change of it; only what is given. */
export interface MatterChange {
  readonly title?: string;
  readonly stage?: string;
  readonly responsibleId?: string;
  readonly facts?: Readonly<Record<string, Value>>;
  readonly dates?: Readonly<Record<string, PlainDate>>;
  readonly tables?: Readonly<Record<string, readonly Row[]>>;
  readonly parties?: readonly { readonly role: string; readonly contactId: string }[];
  /** Only the links that change; null takes one away. */
  readonly links?: Readonly<Record<string, string | null>>;
  readonly restricted?: boolean;
  readonly reference?: string;
  readonly note?: string;
  /** Ids of those who may see it while it is restricted, beside whoever is responsible. */
  readonly visibleTo?: readonly string[];
}

/** Changes a matter if nobody did since `revision`; false where somebody did. Whole parts are given, not pieces. */
export async function updateMatter(
  tx: Tx,
  id: string,
  revision: number,
  change: MatterChange,
): Promise<boolean> {
  const { title, stage, responsibleId, facts, dates, tables, parties, restricted, visibleTo } = change;
  const { reference, note } = change;
  const changed = await tx('matters')
    .where({ id, revision })
    .update({
      revision: revision + 1,
      ...(title === undefined ? {} : { title }),
      ...(stage === undefined ? {} : { stage }),
      ...(responsibleId === undefined ? {} : { responsible_id: responsibleId }),
      ...(facts === undefined ? {} : { facts: JSON.stringify(facts) }),
      ...(dates === undefined ? {} : { dates: JSON.stringify(dates) }),
      ...(tables === undefined ? {} : { tables: JSON.stringify(tables) }),
      ...(restricted === undefined ? {} : { restricted }),
      ...(reference === undefined ? {} : { reference }),
      ...(note === undefined ? {} : { note }),
    });
  if (changed !== 1) return false;
  if (parties) {
    await tx('parties').where({ matter_id: id }).delete();
    const rows = parties.map(({ role, contactId }) => ({ matter_id: id, contact_id: contactId, role }));
    if (rows.length > 0) await tx('parties').insert(rows);
  }
  if (change.links) await changeLinks(tx, id, change.links);
  if (visibleTo) await replaceAccess(tx, id, visibleTo);
  return true;
}

async function replaceAccess(tx: Tx, matterId: string, personIds: readonly string[]): Promise<void> {
  await tx('matter_access').where({ matter_id: matterId }).delete();
  const rows = [...new Set(personIds)].map((personId) => ({ matter_id: matterId, person_id: personId }));
  if (rows.length > 0) await tx('matter_access').insert(rows);
}

/** Renews what a matter is found and checked by, after its title, parties or naming fact changed. */
export async function renewFinding(
  tx: Tx,
  matter: Pick<MatterRecord, 'id' | 'reference' | 'title' | 'type' | 'facts' | 'parties'>,
): Promise<void> {
  const row = await tx('matters').where({ id: matter.id }).first<{ seq: number }>('seq');
  const names = matter.parties.map(({ contact }) => contact.name);
  await matterWords.put(tx, row.seq, {
    reference: [matter.reference, ...(await formerReferences(tx, matter.id))].join(' '),
    title: matter.title,
    parties: names.join(' '),
  });
  await tx('matter_names').where({ matter_id: matter.id }).delete();
  const keys = namesToGuard(matter).map((key) => ({ name_key: key, matter_id: matter.id }));
  if (keys.length > 0) await tx('matter_names').insert(keys).onConflict().ignore();
}

/** The references that a matter had before. */
const formerReferences = (tx: Tx, matterId: string): Promise<string[]> =>
  tx('former_references').where({ matter_id: matterId }).pluck<string[]>('reference');

/** Keeps a reference that a matter had, so that it goes on leading there. */
export async function keepFormerReference(
  tx: Tx,
  matterId: string,
  { from, to }: { readonly from: string; readonly to: string },
): Promise<void> {
  await tx('former_references').where({ matter_id: matterId, reference: to }).delete();
  await tx('former_references').insert({ matter_id: matterId, reference: from }).onConflict().ignore();
}

export async function matterRevision(scope: Scope, id: string): Promise<number> {
  const row = await visible(scope, 'matters').where({ id }).first<{ revision: number }>('revision');
  return row.revision;
}

/** Moves a matter's stage or stamps a date, whatever else is going on with it. */
export async function moveOn(
  tx: Tx,
  id: string,
  {
    stage,
    stampDate,
  }: { readonly stage?: string; readonly stampDate?: { readonly key: string; readonly date: PlainDate } },
): Promise<void> {
  if (stage !== undefined)
    await tx('matters')
      .where({ id })
      .update({ stage, revision: tx.raw('revision + 1') });
  if (!stampDate) return;
  const row = await tx('matters').where({ id }).first<{ dates: string }>('dates');
  const dates = { ...fromJson<Record<string, PlainDate>>(row.dates), [stampDate.key]: stampDate.date };
  await tx('matters')
    .where({ id })
    .update({ dates: JSON.stringify(dates), revision: tx.raw('revision + 1') });
}

/** Who was given a restricted matter, beside whoever is responsible. */
export const accessTo = (scope: Scope, matterId: string): Promise<string[]> =>
  sql(scope)('matter_access')
    .where({ matter_id: matterId })
    .orderBy('person_id')
    .pluck<string[]>('person_id');

/** The kind of a matter and where it stands, within a change. */
export async function standingOf(
  tx: Tx,
  id: string,
): Promise<{ readonly typeId: string; readonly stage: string }> {
  return tx('matters')
    .where({ id })
    .first<{ typeId: string; stage: string }>({ typeId: 'type_id', stage: 'stage' });
}
