import type { MatterType } from '../../core/model/matter.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import { referenceParts, writeReference } from '../../core/model/referencePattern.ts';
import type { Contact } from '../../core/model/contact.ts';
import { matterColumns } from '../../core/moving/matterColumns.ts';
import { readMatterLine } from '../../core/moving/matterLine.ts';
import type { LineFault, MatterLine } from '../../core/moving/matterLine.ts';
import type { DayOrder } from '../../core/moving/writtenDays.ts';
import type { CellContext } from '../../core/template/readCell.ts';
import type { PersonActor } from '../access/actor.ts';
import type { Change } from '../access/change.ts';
import { listActive } from '../access/peopleQueries.ts';
import type { PersonScope } from '../access/scope.ts';
import { insertContacts } from '../directory/contactQueries.ts';
import { insertMatter, renewFinding, updateMatter } from '../matters/changeQueries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { findMatters, lastNumber, mattersByReference } from '../matters/queries.ts';
import { FIRST_REVISION } from './import.ts';
import type {
  Columns,
  FileLine,
  Importer,
  ImporterContext,
  ImportItem,
  ImportOptions,
  Planned,
} from './import.ts';
import { partyFinder } from './partyFinder.ts';

export const matterTargets = (type: MatterType): Columns => ({
  targets: matterColumns(type),
  needed: [['title', 'reference']],
});

interface Subject {
  readonly line: MatterLine;
  readonly responsible: StoredMatter['responsible'];
  readonly parties: readonly { readonly role: string; readonly contact: Contact }[];
  readonly newContacts: readonly Contact[];
  /** The matter there is. */
  readonly before?: StoredMatter;
}

interface MatterImport extends ImporterContext {
  readonly type: MatterType;
  readonly reading: Omit<CellContext, 'currency'>;
  readonly orders: readonly DayOrder[];
}

/** Lines of a list as matters of a type, known by their reference; those they name are found, or made. */
export function matterImporter(
  context: MatterImport,
  { mapping, existing }: ImportOptions,
): Importer<Subject> {
  const { type, reading, orders, newId } = context;
  const columns = mapping.map((target) => target ?? undefined);
  const parties = partyFinder(newId);
  const seen = new Map<string, number>();

  const read = ({ cells }: FileLine): MatterLine =>
    readMatterLine(cells, { type, columns, orders, ...reading });

  const planLine = (line: number, row: MatterLine, known: Known): Planned<Subject> => {
    const first = row.reference === undefined ? undefined : seen.get(row.reference);
    if (row.reference !== undefined && first === undefined) seen.set(row.reference, line);
    const { before, responsible, faults } = judge(row, first, known, { type, columns });
    if (faults.length > 0 || !responsible) return { line, outcome: 'fault', faults, parties: 0 };
    if (before && existing === 'leave') return { line, outcome: 'leave', faults: [], parties: 0 };
    const found = row.parties.map(({ role, contact }) => ({ role, ...parties.of(contact) }));
    const newContacts = found.filter(({ isNew }) => isNew).map(({ contact }) => contact);
    parties.kept(newContacts.map(({ id }) => id));
    const subject: Subject = {
      line: row,
      responsible,
      parties: found.map(({ role, contact }) => ({ role, contact })),
      newContacts,
      ...(before ? { before } : {}),
    };
    return { line, outcome: before ? 'update' : 'make', faults: [], subject, parties: newContacts.length };
  };

  return {
    async plan(scope, lines) {
      const rows = lines.map((line) => ({ line: line.line, row: read(line) }));
      const known = await knownTo(
        scope,
        rows.flatMap(({ row }) => row.reference ?? []),
      );
      await parties.lookUp(
        scope,
        rows.flatMap(({ row }) => row.parties.map(({ contact }) => contact)),
      );
      return rows.map(({ line, row }) => planLine(line, row, known));
    },
    carryOut: (change, planned) =>
      carryOut(change, planned, { type, newId, year: Number(reading.now.date.slice(0, 4)) }),
  };
}

/** Which matter a line is of, who answers for it, and everything that is wrong with it. */
function judge(
  row: MatterLine,
  first: number | undefined,
  known: Known,
  { type, columns }: { readonly type: MatterType; readonly columns: readonly (string | undefined)[] },
) {
  const faults: LineFault[] = [...row.faults];
  const fault = (key: string, why: LineFault['why']): void => {
    faults.push({ column: Math.max(0, columns.indexOf(key)), why });
  };
  const { reference } = row;
  if (first !== undefined) fault('reference', { code: 'sameAsLine', line: first });
  const place = reference === undefined ? undefined : known.places.get(reference);
  const before = place?.matter;
  // A reference of a matter that is hidden, or that one had before, is not free; which of these it is, is not told.
  if (reference !== undefined && place && before?.type.id !== type.id)
    fault('reference', { code: 'referenceNotFree', reference });
  if (!before && row.title === undefined && faults.length === 0)
    fault('title', { code: 'matterWithoutTitle' });
  const person = row.responsible?.toLowerCase();
  const responsible =
    person === undefined
      ? (before?.responsible ?? known.self)
      : known.people.find(({ name, email }) => [name, email].some((one) => one.toLowerCase() === person));
  if (!responsible)
    fault('responsible', { code: 'noSuchNamed', what: 'person', value: row.responsible ?? '' });
  return { before, responsible, faults };
}

interface Known {
  readonly places: Awaited<ReturnType<typeof placesOf>>;
  readonly people: Awaited<ReturnType<typeof listActive>>;
  readonly self: StoredMatter['responsible'];
}

async function knownTo(scope: PersonScope, references: readonly string[]): Promise<Known> {
  return { places: await placesOf(scope, references), people: await listActive(scope), self: scope.actor };
}

/** Which references are taken, with the matter where whoever imports may see it by this reference. */
async function placesOf(
  scope: PersonScope,
  references: readonly string[],
): Promise<ReadonlyMap<string, { readonly matter: StoredMatter | undefined }>> {
  const taken = await mattersByReference(scope, references);
  const ids = [...taken.values()].flatMap(({ id, isFormer }) => (isFormer ? [] : [id]));
  const matters = new Map((await findMatters(scope, ids)).map((matter) => [matter.id as string, matter]));
  return new Map(
    [...taken].map(([reference, { id, isFormer }]) => [
      reference,
      { matter: isFormer ? undefined : matters.get(id) },
    ]),
  );
}

async function carryOut(
  { tx, scope, atUtc, tell }: Change<PersonActor>,
  planned: readonly Planned<Subject>[],
  { type, newId, year }: Pick<MatterImport, 'type' | 'newId'> & { readonly year: number },
): Promise<readonly ImportItem[]> {
  const items: ImportItem[] = [];
  const subjects = planned.flatMap(({ subject }) => subject ?? []);
  const contacts = subjects.flatMap(({ newContacts }) => newContacts);
  const organisations = await insertContacts(tx, contacts);
  // What others belong to goes last when this is undone.
  for (const { id } of [...organisations, ...contacts])
    items.push({ kind: 'contact', subjectId: id, action: 'made', revision: FIRST_REVISION, before: null });
  const parts = referenceParts(type.reference ?? 'M-', year);
  let last = await lastNumber(scope, parts);
  for (const subject of subjects) {
    if (subject.before) {
      const item = await update(tx, subject, subject.before);
      if (item) {
        items.push(item);
        tell({ kind: 'matter', id: item.subjectId, matterId: item.subjectId });
      }
      continue;
    }
    const { line, responsible, parties } = subject;
    const id = asId<MatterId>(newId());
    if (line.reference === undefined) last += 1;
    await insertMatter(tx, {
      id,
      reference: line.reference ?? writeReference(parts, last),
      title: line.title ?? '',
      type,
      stage: line.stage ?? type.stages[0]?.key ?? '',
      responsible,
      parties,
      facts: line.facts,
      dates: line.dates,
      tables: {},
      documents: [],
      restricted: false,
      accessFor: [],
      openedAtUtc: atUtc,
      note: line.note ?? '',
    });
    items.push({ kind: 'matter', subjectId: id, action: 'made', revision: FIRST_REVISION, before: null });
  }
  return items;
}

/** What stood on a matter where an import changes it. */
export interface MatterBefore {
  readonly title: string;
  readonly stage: string;
  readonly responsibleId: string;
  readonly note: string;
  readonly facts: StoredMatter['facts'];
  readonly dates: StoredMatter['dates'];
  readonly parties: readonly { readonly role: string; readonly contactId: string }[];
}

const asParties = (parties: StoredMatter['parties']): MatterBefore['parties'] =>
  parties.map(({ role, contact }) => ({ role, contactId: contact.id }));

async function update(
  tx: Change['tx'],
  { line, responsible, parties }: Subject,
  before: StoredMatter,
): Promise<ImportItem | undefined> {
  const was: MatterBefore = {
    title: before.title,
    stage: before.stage,
    responsibleId: before.responsible.id,
    note: before.note,
    facts: before.facts,
    dates: before.dates,
    parties: asParties(before.parties),
  };
  // A role that a line names is as the line has it; the others stay.
  const named = new Set(parties.map(({ role }) => role));
  const all = [...before.parties.filter(({ role }) => !named.has(role)), ...parties];
  const next: MatterBefore = {
    title: line.title ?? before.title,
    stage: line.stage ?? before.stage,
    responsibleId: responsible.id,
    note: line.note ?? before.note,
    facts: { ...before.facts, ...line.facts },
    dates: { ...before.dates, ...line.dates },
    parties: asParties(all),
  };
  if (JSON.stringify(next) === JSON.stringify(was)) return undefined;
  if (!(await updateMatter(tx, before.id, before.revision, next))) return undefined;
  await renewFinding(tx, { ...before, title: next.title, facts: next.facts, parties: all });
  return {
    kind: 'matter',
    subjectId: before.id,
    action: 'updated',
    revision: before.revision + 1,
    before: JSON.stringify(was),
  };
}
