import type { ChangeImport, ImportFault, Imported, NewImport } from '../../contract/moving.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { mapColumns } from '../../core/moving/columns.ts';
import { dayOrderOf } from '../../core/moving/writtenDays.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { breathe } from '../directory/contactQueries.ts';
import { matterTypes } from '../matters/matterTypeQueries.ts';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { calendarOf } from '../platform/settings/practiceSettings.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { CONTACT_TARGETS, contactImporter } from './contactImporter.ts';
import type { Columns, Importer, ImportOptions, StoredImport, Tried } from './import.ts';
import { findImport, insertImport, knownMappings, updateImport } from './importQueries.ts';
import { documentImporter } from './documentImporter.ts';
import { matterImporter, matterTargets } from './matterImporter.ts';
import { importFile } from './importFile.ts';
import type { ImportTable as Table } from './importFile.ts';
import { mailImporter } from './mailImporter.ts';

/** Lines that are looked at in one go: more would keep others waiting. */
export const AT_ONCE = 250;
const SHOWN_FAULTS = 200;
const SAMPLES = 4;
const LOOKED_AT = 60;
/** Regions that write the month first. */
const MONTH_FIRST: ReadonlySet<string> = new Set(['en-US']);

/** The file of an import, as it lies there. */
export const tableOf = (
  { blobs }: Pick<Services, 'blobs'>,
  one: Pick<StoredImport, 'what' | 'blob'>,
): Promise<Table> => importFile(blobs, one);

export async function typeFor(scope: PersonScope, typeId: string | null): Promise<MatterType> {
  const types = await matterTypes(scope);
  const type = typeId === null ? [...types.values()][0]?.type : types.get(typeId)?.type;
  if (!type) throw notFound('matterType');
  return type;
}

export async function columnsFor(
  scope: PersonScope,
  { what, typeId }: { readonly what: Imported; readonly typeId: string | null },
): Promise<Columns> {
  if (what === 'documents' || what === 'correspondence') return { targets: [], needed: [] };
  return what === 'contacts' ? CONTACT_TARGETS : matterTargets(await typeFor(scope, typeId));
}

/** What makes records of the lines of such an import. */
export async function importerFor(
  services: Services,
  scope: PersonScope,
  { what, options }: Pick<StoredImport, 'what' | 'options'>,
  table: Table,
): Promise<Importer<unknown>> {
  if (what === 'contacts') return contactImporter(services, options) as Importer<unknown>;
  if (what === 'correspondence') return mailImporter(services) as Importer<unknown>;
  const settings = await readSettings(scope);
  const now = zonedTime(settings.timeZone, services.now());
  if (table.zip)
    return documentImporter({ ...services, today: now.date, zip: table.zip }) as Importer<unknown>;
  const usual = MONTH_FIRST.has(settings.region) ? 'monthFirst' : 'dayFirst';
  const context = {
    newId: services.newId,
    now: services.now,
    type: await typeFor(scope, options.typeId),
    reading: { calendar: calendarOf(settings), now },
    orders: table.heads.map((_head, column) =>
      dayOrderOf(
        table.lines.map(({ cells }) => cells[column] ?? ''),
        usual,
      ),
    ),
  } as const;
  return matterImporter(context, options) as Importer<unknown>;
}

/** Looks at every line without changing anything, and says what each would become and what is wrong. */
export async function tryLines(
  services: Services,
  scope: PersonScope,
  one: Pick<StoredImport, 'what' | 'options'>,
  table: Table,
): Promise<{ readonly tried: Tried; readonly faults: readonly ImportFault[] }> {
  const { targets, needed } = await columnsFor(scope, { what: one.what, typeId: one.options.typeId });
  const counts = { lines: table.lines.length, make: 0, update: 0, leave: 0, faults: 0, parties: 0 };
  const faults: ImportFault[] = [];
  const mapped = new Set(one.options.mapping);
  // What has no columns says itself what it is.
  const lacking =
    table.heads.length === 0 ? [] : needed.filter((group) => !group.some((key) => mapped.has(key)));
  if (lacking.length > 0) {
    const label = targets.find(({ key }) => key === lacking[0]?.[0])?.label ?? '';
    faults.push({ line: 1, column: '', why: { code: 'noColumnChosen', label } });
    counts.faults = table.lines.length;
  } else {
    const importer = await importerFor(services, scope, one, table);
    for (let at = 0; at < table.lines.length; at += AT_ONCE) {
      for (const planned of await importer.plan(scope, table.lines.slice(at, at + AT_ONCE))) {
        counts[planned.outcome === 'fault' ? 'faults' : planned.outcome] += 1;
        counts.parties += planned.parties;
        for (const { column, why } of planned.faults)
          faults.push({ line: planned.line, column: table.heads[column] ?? '', why });
      }
      await breathe();
    }
  }
  const tried = {
    encoding: table.encoding,
    separator: table.separator,
    heads: table.heads,
    samples: table.lines.slice(0, SAMPLES).map(({ cells }) => cells.map((cell) => cell.slice(0, 60))),
    counts,
    faults: faults.slice(0, SHOWN_FAULTS),
  };
  return { tried, faults };
}

export const headKey = (head: string): string => head.trim().toLowerCase();

/** What the columns likely are: as the last time, else by likeness. */
async function likelyMapping(
  scope: PersonScope,
  what: Imported,
  { targets }: Columns,
  { heads, lines }: Table,
): Promise<ImportOptions['mapping']> {
  const known = await knownMappings(scope, what);
  const remembered = heads.map((head) => {
    const target = known.get(headKey(head));
    return targets.some(({ key }) => key === target) ? target : undefined;
  });
  const left = targets.filter(({ key }) => !remembered.includes(key));
  const likely = mapColumns(
    heads.map((head, n) => (remembered[n] === undefined ? head : '')),
    lines
      .slice(0, LOOKED_AT)
      .map(({ cells }) => cells.map((cell, n) => (remembered[n] === undefined ? cell : ''))),
    left,
  );
  return heads.map((_head, n) => remembered[n] ?? likely[n] ?? null);
}

/** Takes a list in and tries it: nothing is made until it is run. */
export async function startImport(
  services: Services,
  scope: PersonScope,
  { name, read }: ReceivedFile,
  { what, typeId }: NewImport,
): Promise<{ id: string }> {
  const blob = await services.blobs.put(await read());
  const table = await tableOf(services, { what, blob });
  const type = what === 'matters' ? await typeFor(scope, typeId ?? null) : undefined;
  const columns = await columnsFor(scope, { what, typeId: type?.id ?? null });
  const options: ImportOptions = {
    mapping: await likelyMapping(scope, what, columns, table),
    typeId: type?.id ?? null,
    existing: 'leave',
  };
  const { tried } = await tryLines(services, scope, { what, options }, table);
  const id = services.newId();
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    await insertImport(tx, {
      id,
      what,
      fileName: name,
      blob,
      personId: actor.id,
      createdAtUtc: atUtc,
      state: 'tried',
      options,
      tried,
      done: 0,
    });
    await audit('import.tried', 'practice', id, { what, fileName: name });
    tell({ kind: 'import', id });
  });
  return { id };
}

/** Goes about a file in another way, and tries it again. */
export async function changeImport(
  services: Services,
  scope: PersonScope,
  id: string,
  { mapping, typeId, existing }: ChangeImport,
): Promise<void> {
  const found = await findImport(scope, id);
  if (!found) throw notFound('import');
  const table = await tableOf(services, found);
  const isOther = typeId !== undefined && typeId !== found.options.typeId;
  const columns = await columnsFor(scope, { what: found.what, typeId: typeId ?? found.options.typeId });
  const options: ImportOptions = {
    mapping: isOther
      ? await likelyMapping(scope, found.what, columns, table)
      : readMapping(mapping ?? found.options.mapping, columns, table.heads.length),
    typeId: typeId ?? found.options.typeId,
    existing: existing ?? found.options.existing,
  };
  const { tried } = await tryLines(services, scope, { what: found.what, options }, table);
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await updateImport(tx, id, ['tried'], { options, tried })))
      throw new DomainProblem('badRequest', [{ code: 'importNotReady' }, { code: 'nothingChanged' }]);
    await audit('import.tried', 'practice', id, { what: found.what, fileName: found.fileName });
    tell({ kind: 'import', id });
  });
}

/** A target stands for one column alone; one there is not stands for none. */
function readMapping(
  mapping: ImportOptions['mapping'],
  { targets }: Columns,
  count: number,
): ImportOptions['mapping'] {
  const taken = new Set<string>();
  return Array.from({ length: count }, (_one, n) => {
    const target = mapping[n] ?? null;
    if (target === null || taken.has(target) || !targets.some(({ key }) => key === target)) return null;
    taken.add(target);
    return target;
  });
}
