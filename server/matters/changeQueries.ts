import { randomBytes } from 'node:crypto';
import type { StoredMatter, MatterRow } from './queries.ts';
import type { PersonId } from '../../core/model/ids.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { foldName } from '../../core/model/words.ts';
import { insertDocument } from './documentQueries.ts';
import type { MatterRecord, Row } from '../../core/model/matter.ts';
import type { Value } from '../../core/model/value.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { fromJson } from '../platform/database/json.ts';

/** 72 bits: nobody guesses a matter’s own address. */
const FILING_TOKEN_BYTES = 9;

export interface NewMatter extends StoredMatter {
  readonly openedAtUtc: number;
  readonly accessFor: readonly PersonId[];
}

/** Keeps a new matter with its parties and documents, its words for finding and its names for checking. */
export async function insertMatter(db: Database, matter: NewMatter): Promise<void> {
  const [seq] = await db<MatterRow>('matters').insert({
    id: matter.id,
    reference: matter.reference,
    title: matter.title,
    type_id: matter.type.id,
    stage: matter.stage,
    responsible_id: matter.responsible.id,
    facts: JSON.stringify(matter.facts),
    dates: JSON.stringify(matter.dates),
    tables: JSON.stringify(matter.tables),
    restricted: matter.restricted ? 1 : 0,
    recent_utc: matter.openedAtUtc,
    filing_token: randomBytes(FILING_TOKEN_BYTES).toString('hex'),
  });
  const names = matter.parties.map(({ contact }) => contact.name);
  await db('matter_words').insert({
    rowid: seq,
    reference: matter.reference,
    title: matter.title,
    parties: names.join(' '),
  });
  const parties = matter.parties.map(({ role, contact }) => ({
    matter_id: matter.id,
    contact_id: contact.id,
    role,
  }));
  if (parties.length > 0) await db('parties').insert(parties);
  const access = matter.accessFor.map((personId) => ({ matter_id: matter.id, person_id: personId }));
  if (access.length > 0) await db('matter_access').insert(access);
  const keys = namesToGuard(matter).map((name) => ({ name_key: foldName(name), matter_id: matter.id }));
  if (keys.length > 0) await db('matter_names').insert(keys).onConflict().ignore();
  for (const document of matter.documents) await insertDocument(db, matter.id, document);
}

/** What must not stray into another matter's letters: what this one is about, and its people. */
export function namesToGuard({ type, facts, parties }: MatterRecord): readonly string[] {
  const subject = type.nameFact === undefined ? undefined : facts[type.nameFact];
  const people = parties.flatMap(({ contact }) => (contact.kind === 'person' ? [contact.name] : []));
  return subject?.kind === 'text' ? [subject.text, ...people] : people;
}

/** Moves a matter up in the list of recent ones, and counts what was filed on it. */
export async function touchMatter(db: Database, matterId: string, entryAtUtc: number): Promise<void> {
  await db('matters')
    .where({ id: matterId })
    .update({
      recent_utc: db.raw('max(recent_utc, ?)', [entryAtUtc]),
      last_entry_utc: db.raw('max(coalesce(last_entry_utc, 0), ?)', [entryAtUtc]),
      entry_count: db.raw('entry_count + 1'),
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
}

/** Changes a matter if nobody did since `revision`; false where somebody did. Whole parts are given, not pieces. */
export async function updateMatter(
  db: Database,
  id: string,
  revision: number,
  change: MatterChange,
): Promise<boolean> {
  const { title, stage, responsibleId, facts, dates, tables, parties } = change;
  const changed = await db('matters')
    .where({ id, revision })
    .update({
      revision: revision + 1,
      ...(title === undefined ? {} : { title }),
      ...(stage === undefined ? {} : { stage }),
      ...(responsibleId === undefined ? {} : { responsible_id: responsibleId }),
      ...(facts === undefined ? {} : { facts: JSON.stringify(facts) }),
      ...(dates === undefined ? {} : { dates: JSON.stringify(dates) }),
      ...(tables === undefined ? {} : { tables: JSON.stringify(tables) }),
    });
  if (changed !== 1) return false;
  if (parties) {
    await db('parties').where({ matter_id: id }).delete();
    const rows = parties.map(({ role, contactId }) => ({ matter_id: id, contact_id: contactId, role }));
    if (rows.length > 0) await db('parties').insert(rows);
  }
  return true;
}

/** Renews what a matter is found and checked by, after its title, parties or naming fact changed. */
export async function renewFinding(db: Database, matter: MatterRecord): Promise<void> {
  const row = await db('matters').where({ id: matter.id }).first<{ seq: number }>('seq');
  const names = matter.parties.map(({ contact }) => contact.name);
  await db('matter_words').where({ rowid: row.seq }).delete();
  await db('matter_words').insert({
    rowid: row.seq,
    reference: matter.reference,
    title: matter.title,
    parties: names.join(' '),
  });
  await db('matter_names').where({ matter_id: matter.id }).delete();
  const keys = namesToGuard(matter).map((name) => ({ name_key: foldName(name), matter_id: matter.id }));
  if (keys.length > 0) await db('matter_names').insert(keys).onConflict().ignore();
}

export async function matterRevision(db: Database, id: string): Promise<number> {
  const row = await db('matters').where({ id }).first<{ revision: number }>('revision');
  return row.revision;
}

/** Moves a matter's stage or stamps a date, whatever else is going on with it. */
export async function moveOn(
  db: Database,
  id: string,
  {
    stage,
    stampDate,
  }: { readonly stage?: string; readonly stampDate?: { readonly key: string; readonly date: PlainDate } },
): Promise<void> {
  if (stage !== undefined)
    await db('matters')
      .where({ id })
      .update({ stage, revision: db.raw('revision + 1') });
  if (!stampDate) return;
  const row = await db('matters').where({ id }).first<{ dates: string }>('dates');
  const dates = { ...fromJson<Record<string, PlainDate>>(row.dates), [stampDate.key]: stampDate.date };
  await db('matters')
    .where({ id })
    .update({ dates: JSON.stringify(dates), revision: db.raw('revision + 1') });
}
