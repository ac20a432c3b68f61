import { foldName } from '../../core/model/words.ts';
import type { MatterRecord, Row } from '../../core/model/matter.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Value } from '../../core/model/value.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';
import { namesToGuard } from './matters.ts';

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
