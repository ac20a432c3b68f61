import type {
  ChangedMatter,
  ChangeMatter,
  MatterRecordView,
  NewMatterJson,
} from '../../contract/matterTypes.ts';
import type { MatterDetail } from '../../contract/matters.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import type { FactDefinition, MatterType, Row } from '../../core/model/matter.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Value } from '../../core/model/value.ts';
import { explain } from '../../core/values/explain.ts';
import { writeValue } from '../../core/values/writeValue.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { findContacts } from '../repositories/contacts.ts';
import type { Database } from '../repositories/database.ts';
import { matterRevision, renewFinding, updateMatter } from '../repositories/matterChanges.ts';
import type { MatterChange } from '../repositories/matterChanges.ts';
import { findMatter, insertMatter, lastReference, referenceTaken } from '../repositories/matters.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import { findMatterTypes } from '../repositories/matterTypes.ts';
import { findPeople, listPeople } from '../repositories/people.ts';
import type { Account } from '../repositories/people.ts';
import { calendarOf, readSettings } from '../repositories/settings.ts';
import { openMatter } from './matters.ts';

/** A matter as it is edited, its calculated values explained step by step. */
export async function readRecord(office: Office, person: Account, id: string): Promise<MatterRecordView> {
  const matter = await findMatter(office.db, id, person.id);
  if (!matter) throw notFound('matter');
  const settings = await readSettings(office.db);
  const { date: today } = zonedTime(settings.timeZone, office.now());
  const steps = explain({ record: matter, calendar: calendarOf(settings), today });
  const text = (value: Value | undefined): string | null => (value ? writeValue(value, 'plain') : null);
  return {
    id: matter.id,
    revision: await matterRevision(office.db, id),
    title: matter.title,
    stage: matter.stage,
    responsibleId: matter.responsible.id,
    type: copy(matter.type),
    facts: copy(matter.facts),
    dates: copy(matter.dates),
    tables: copy(matter.tables),
    parties: matter.parties.map(({ role, contact }) => ({ role, contactId: contact.id, name: contact.name })),
    people: (await listPeople(office.db)).map(({ id: personId, name }) => ({ id: personId, name })),
    calculated: steps.map((step) => ({
      key: step.key,
      label: step.label,
      text: text(step.value),
      form: copy(step.form),
      inputs: step.inputs.map(({ label, value }) => ({ label, text: text(value) })),
      holidays: [...(step.holidays ?? [])],
      ...(step.rows ? { rows: { ...step.rows } } : {}),
      ...(step.rolledFrom ? { rolledFrom: step.rolledFrom } : {}),
      ...(step.chosen === undefined ? {} : { chosen: step.chosen }),
    })),
  };
}

/** What stands in the store is handed out as the JSON it is kept as. */
const copy = <To>(value: unknown): To => JSON.parse(JSON.stringify(value)) as To;

/** Changes a matter in place; gives the change that would take it back. */
export async function changeMatter(
  office: Office,
  person: Account,
  id: string,
  change: ChangeMatter,
): Promise<ChangedMatter> {
  const before = await findMatter(office.db, id, person.id);
  if (!before) throw notFound('matter');
  const stored = await readChange(office, before, change);
  const nowUtc = office.now();
  await office.db.transaction(async (tx) => {
    if (!(await updateMatter(tx, id, change.revision, stored))) {
      throw new HttpProblem(
        'matterChanged',
        'Somebody has changed this matter meanwhile. Nothing of yours was written over theirs; look, and change it again.',
      );
    }
    await findingAfter(tx, id, person, change);
    await insertAuditEvent(tx, {
      atUtc: nowUtc,
      personId: person.id,
      what: 'matter.changed',
      subjectKind: 'matter',
      subjectId: id,
      detail: { change: copy(change), before: copy(undoOf(before, change, change.revision)) },
    });
  });
  office.changes.tell({ kind: 'matter', id, matterId: id });
  const record = await readRecord(office, person, id);
  return { record, undo: undoOf(before, change, record.revision) };
}

async function findingAfter(tx: Database, id: string, person: Account, change: ChangeMatter): Promise<void> {
  if (change.title === undefined && !change.parties && !change.facts) return;
  const after = await findMatter(tx, id, person.id);
  if (after) await renewFinding(tx, after);
}

/** The change that takes a change back: what stood where it changed something. */
function undoOf(before: StoredMatter, change: ChangeMatter, revision: number): ChangeMatter {
  const was = <T>(kept: Readonly<Record<string, T>>, changed: object): Record<string, T | null> =>
    Object.fromEntries(
      Object.keys(changed).map((key) => [key, Object.hasOwn(kept, key) ? (kept[key] ?? null) : null]),
    );
  return copy({
    revision,
    ...(change.title === undefined ? {} : { title: before.title }),
    ...(change.stage === undefined ? {} : { stage: before.stage }),
    ...(change.responsibleId === undefined ? {} : { responsibleId: before.responsible.id }),
    ...(change.facts ? { facts: was(before.facts, change.facts) } : {}),
    ...(change.dates ? { dates: was(before.dates, change.dates) } : {}),
    ...(change.tables
      ? {
          tables: Object.fromEntries(
            Object.keys(change.tables).map((key) => [
              key,
              Object.hasOwn(before.tables, key) ? before.tables[key] : [],
            ]),
          ),
        }
      : {}),
    ...(change.parties
      ? { parties: before.parties.map(({ role, contact }) => ({ role, contactId: contact.id })) }
      : {}),
  });
}

const refuse = (detail: string): never => {
  throw new HttpProblem('badMatter', `${detail} Nothing was changed.`);
};

/** Reads a change against what the type says there can be, and turns it into the whole parts that are stored. */
async function readChange(office: Office, matter: StoredMatter, change: ChangeMatter): Promise<MatterChange> {
  const { type } = matter;
  const { title, stage, responsibleId, facts, dates, tables, parties } = change;
  if (stage !== undefined && !type.stages.some(({ key }) => key === stage)) refuse('There is no such stage.');
  if (responsibleId !== undefined && !(await findPeople(office.db, [responsibleId])).has(responsibleId))
    refuse('There is no such person.');
  if (parties) {
    const known = await findContacts(
      office.db,
      parties.map(({ contactId }) => contactId),
    );
    if (parties.some(({ contactId }) => ![...known.keys()].some((id) => id === contactId)))
      refuse('Somebody chosen is no longer in the directory.');
    refuseParties(type, parties);
  }
  return {
    ...(title === undefined ? {} : { title: title.trim() }),
    ...(stage === undefined ? {} : { stage }),
    ...(responsibleId === undefined ? {} : { responsibleId }),
    ...(facts ? { facts: mergeValues(matter.facts, facts, type.facts) } : {}),
    ...(dates ? { dates: mergeDates(matter.dates, dates, type) } : {}),
    ...(tables ? { tables: { ...matter.tables, ...readTables(tables, type) } } : {}),
    ...(parties ? { parties } : {}),
  };
}

function refuseParties(type: MatterType, parties: readonly { readonly role: string }[]): void {
  for (const { key, label, many } of type.roles) {
    if (!many && parties.filter(({ role }) => role === key).length > 1)
      refuse(`There can be only one ${label}.`);
  }
  if (parties.some(({ role }) => !type.roles.some(({ key }) => key === role)))
    refuse('There is no such role.');
}

/** A value must be of the kind that its definition has; of a choice, one of those there are. */
function fits(value: Value, { kind, choices }: FactDefinition): boolean {
  if (value.kind !== kind) return false;
  if (value.kind === 'date' || value.kind === 'dateTime') return parsePlainDate(value.date) !== undefined;
  return value.kind !== 'choice' || (choices ?? []).some(({ key }) => key === value.key);
}

function mergeValues(
  kept: Readonly<Record<string, Value>>,
  changed: NonNullable<ChangeMatter['facts']>,
  definitions: readonly FactDefinition[],
): Readonly<Record<string, Value>> {
  const next = new Map(Object.entries(kept));
  for (const [key, json] of Object.entries(changed)) {
    const definition = definitions.find((known) => known.key === key);
    const value = json as Value | null;
    if (!definition) refuse('There is no such fact on this kind of matter.');
    else if (value === null) next.delete(key);
    else if (fits(value, definition)) next.set(key, labelled(value, definition));
    else refuse(`What was given does not fit “${definition.label}”.`);
  }
  return Object.fromEntries(next);
}

/** A choice is kept with today's label, whatever label was sent along. */
const labelled = (value: Value, { choices }: FactDefinition): Value =>
  value.kind === 'choice'
    ? { ...value, label: choices?.find(({ key }) => key === value.key)?.label ?? value.label }
    : value;

function mergeDates(
  kept: Readonly<Record<string, PlainDate>>,
  changed: NonNullable<ChangeMatter['dates']>,
  { keyDates }: MatterType,
): Readonly<Record<string, PlainDate>> {
  const next = new Map(Object.entries(kept));
  for (const [key, text] of Object.entries(changed)) {
    const date = text === null ? undefined : parsePlainDate(text);
    if (!keyDates.some((known) => known.key === key)) refuse('There is no such date on this kind of matter.');
    else if (text === null) next.delete(key);
    else if (date) next.set(key, date);
    else refuse(`${text} is no day of the calendar.`);
  }
  return Object.fromEntries(next);
}

function readTables(
  tables: NonNullable<ChangeMatter['tables']>,
  type: MatterType,
): Readonly<Record<string, readonly Row[]>> {
  return Object.fromEntries(
    Object.entries(tables).map(([key, rows]) => {
      const table = type.tables.find((known) => known.key === key);
      if (!table) return refuse('There is no such table on this kind of matter.');
      return [key, rows.map((row) => mergeValues({}, row, table.columns))];
    }),
  );
}

/** Opens a new matter of a kind. Its reference counts on from the last of the kind, unless one is given. */
export async function createMatter(
  office: Office,
  person: Account,
  { typeId, title, reference: wanted }: NewMatterJson,
): Promise<MatterDetail> {
  const type = (await findMatterTypes(office.db, [typeId])).get(typeId);
  if (!type) throw notFound('kind of matter');
  const [first] = type.stages;
  const prefix = type.reference ?? 'M-';
  const reference = wanted ?? `${prefix}${(await lastReference(office.db, prefix)) + 1}`;
  if (await referenceTaken(office.db, reference)) refuse(`There is a matter ${reference} already.`);
  const id = asId<MatterId>(office.newId());
  await office.db.transaction(async (tx) => {
    await insertMatter(tx, {
      id,
      reference,
      title: title.trim(),
      type,
      stage: first?.key ?? '',
      responsible: person,
      parties: [],
      facts: {},
      dates: {},
      tables: {},
      documents: [],
      restricted: false,
      accessFor: [],
      openedAtUtc: office.now(),
    });
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'matter.opened',
      subjectKind: 'matter',
      subjectId: id,
      detail: { reference },
    });
  });
  office.changes.tell({ kind: 'matter', id, matterId: id });
  return openMatter(office, person, id);
}
