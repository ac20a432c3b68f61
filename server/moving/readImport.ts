import Papa from 'papaparse';
import type { ImportList, ImportView } from '../../contract/moving.ts';
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

/** The lines with faults as a list to mend and import again: as they are, with what is wrong in a column of its own. */
export async function faultsFile(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<{ readonly text: string; readonly fileName: string }> {
  const found = await findImport(scope, id);
  if (!found) throw notFound('import');
  const table = await tableOf(services, found);
  const { faults } = await tryLines(services, scope, found, table);
  const wrong = new Map<number, string[]>();
  for (const { line, column, why } of faults)
    wrong.set(line, [...(wrong.get(line) ?? []), `${column}: ${inWords(why)}`]);
  const rows = table.lines.flatMap(({ line, cells }) => {
    const words = wrong.get(line);
    return words ? [[String(line), words.join('; '), ...cells]] : [];
  });
  const text = Papa.unparse([['line', 'what is wrong', ...table.heads], ...rows], { escapeFormulae: true });
  return { text: `\uFEFF${text}\r\n`, fileName: `${found.fileName.replace(/\.[^.]{1,8}$/, '')} faults.csv` };
}

/** A reason by its name and values: the words themselves are the screen's. */
const inWords = ({ code, ...values }: ImportView['faults'][number]['why']): string =>
  [code, ...Object.values(values).map(String)].join(' ');
