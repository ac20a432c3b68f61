import type { FaultyLines, ImportList, ImportView } from '../../contract/moving.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findImport, listImports, nameOfPerson } from './importQueries.ts';
import { columnsFor, tableOf, tryLines } from './tryImport.ts';

const LATEST = 30;

export async function readImports(scope: PersonScope): Promise<ImportList> {
  const found = await listImports(scope, LATEST);
  return {
    items: found.map(({ id, what, fileName, createdAtUtc, by, state, made, updated }) => ({
      id,
      what,
      fileName,
      createdAtUtc,
      by,
      state,
      made,
      updated,
    })),
  };
}

/** An import: its columns and what each is taken for, what it would come to, how far it is, and what is wrong. */
export async function readImport(scope: PersonScope, id: string): Promise<ImportView> {
  const found = await findImport(scope, id);
  if (!found) throw notFound('import');
  const { what, fileName, createdAtUtc, state, options, tried, done, personId } = found;
  const { targets } = await columnsFor(scope, { what, typeId: options.typeId });
  return {
    id,
    what,
    fileName,
    createdAtUtc,
    by: await nameOfPerson(scope, personId),
    state,
    encoding: tried.encoding,
    separator: tried.separator,
    typeId: options.typeId,
    existing: options.existing,
    columns: tried.heads.map((head, n) => ({
      head,
      samples: tried.samples.map((row) => row[n] ?? '').filter(Boolean),
      target: options.mapping[n] ?? null,
    })),
    targets: targets.map(({ key, label }) => ({ key, label })),
    counts: tried.counts,
    done,
    faults: [...tried.faults],
  };
}

/** All lines with faults, as they stand in the file, each with what is wrong; the words are the screen's. */
export async function faultyLines(services: Services, scope: PersonScope, id: string): Promise<FaultyLines> {
  const found = await findImport(scope, id);
  if (!found) throw notFound('import');
  const table = await tableOf(services, found);
  const { faults } = await tryLines(services, scope, found, table);
  const wrong = groupBy(faults, ({ line }) => line);
  return {
    fileName: found.fileName,
    heads: [...table.heads],
    items: table.lines.flatMap(({ line, cells }) => {
      const known = wrong.get(line);
      return known
        ? [{ line, cells: [...cells], faults: known.map(({ column, why }) => ({ column, why })) }]
        : [];
    }),
  };
}
