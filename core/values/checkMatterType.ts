import type { CalculatedForm } from '../model/calculatedForm.ts';
import type { Condition } from '../model/condition.ts';
import type { CalculatedDefinition, FactDefinition, MatterType } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import { calculationOrder, inputsOf } from './calculationOrder.ts';

/** The most facts, columns, roles or calculated values of a type: far beyond any form, and a bound for every screen. */
export const MAX_DEFINITIONS = 300;

export type MatterTypeProblem = Problem<
  | 'nameMissing'
  | 'labelMissing'
  | 'keyTwice'
  | 'badKey'
  | 'choiceWithoutChoices'
  | 'noStages'
  | 'unknownInput'
  | 'unknownTable'
  | 'unknownColumn'
  | 'columnNotAdded'
  | 'calculatedCircle'
  | 'tooMany'
>;

const problem = (
  code: MatterTypeProblem['code'],
  where: string,
  params: MatterTypeProblem['params'] = {},
): MatterTypeProblem => ({ code, where, params });

/** Whether a matter type holds together: every key once, every form fed by what is there, no circle. */
export function checkMatterType(type: MatterType): readonly MatterTypeProblem[] {
  return [
    ...(type.name.trim() === '' ? [problem('nameMissing', 'name')] : []),
    ...(type.stages.length === 0 ? [problem('noStages', 'stages')] : []),
    ...listProblems('facts', type.facts),
    ...choiceProblems('facts', type.facts),
    ...listProblems('tables', type.tables),
    ...type.tables.flatMap((table) => [
      ...listProblems(`tables.${table.key}`, table.columns),
      ...choiceProblems(`tables.${table.key}`, table.columns),
    ]),
    ...listProblems('roles', type.roles),
    ...listProblems('stages', type.stages),
    ...listProblems('keyDates', type.keyDates),
    ...listProblems('calculated', type.calculated),
    ...listProblems('links', type.links ?? []),
    ...type.calculated.flatMap((one) => formProblems(one, type)),
    ...circleProblems(type),
  ];
}

const KEY = /^[a-zA-Z][a-zA-Z0-9]{0,63}$/;

function listProblems(
  where: string,
  list: readonly { readonly key: string; readonly label: string }[],
): readonly MatterTypeProblem[] {
  if (list.length > MAX_DEFINITIONS) return [problem('tooMany', where, { most: MAX_DEFINITIONS })];
  const seen = new Set<string>();
  return list.flatMap(({ key, label }) => {
    const twice = seen.has(key);
    seen.add(key);
    return [
      ...(label.trim() === '' ? [problem('labelMissing', `${where}.${key}`)] : []),
      ...(KEY.test(key) ? [] : [problem('badKey', `${where}.${key}`, { key })]),
      ...(twice ? [problem('keyTwice', `${where}.${key}`, { label })] : []),
    ];
  });
}

const choiceProblems = (where: string, list: readonly FactDefinition[]): readonly MatterTypeProblem[] =>
  list
    .filter(({ kind, choices }) => kind === 'choice' && !choices?.length)
    .map(({ key, label }) => problem('choiceWithoutChoices', `${where}.${key}`, { label }));

function formProblems(
  { key, label, form }: CalculatedDefinition,
  type: MatterType,
): readonly MatterTypeProblem[] {
  const where = `calculated.${key}`;
  const unknown = inputsOf(form)
    .filter((path) => !isInput(path, type))
    .map((path) => problem('unknownInput', where, { label, path }));
  return [...unknown, ...tableProblems(form, where, label, type)];
}

function isInput(path: string, type: MatterType): boolean {
  if (path === 'day.today') return true;
  const [source = '', key = ''] = path.split('.', 2);
  const has = (list: readonly { readonly key: string }[]): boolean => list.some((one) => one.key === key);
  if (source === 'fact') return has(type.facts);
  if (source === 'date') return has(type.keyDates);
  return source === 'calculated' && has(type.calculated);
}

function tableProblems(
  form: CalculatedForm,
  where: string,
  label: string,
  type: MatterType,
): readonly MatterTypeProblem[] {
  if (form.kind !== 'total' && form.kind !== 'count' && form.kind !== 'extreme') return [];
  const table = type.tables.find(({ key }) => key === form.table);
  if (!table) return [problem('unknownTable', where, { label, table: form.table })];
  const columns = [
    ...(form.kind === 'count' ? [] : [form.column]),
    ...(form.when ? rowColumns(form.when) : []),
  ];
  const unknown = columns
    .filter((column) => !table.columns.some(({ key }) => key === column))
    .map((column) => problem('unknownColumn', where, { label, column }));
  const added = form.kind === 'total' ? table.columns.find(({ key }) => key === form.column) : undefined;
  const isAdded = added === undefined || added.kind === 'money' || added.kind === 'number';
  return isAdded ? unknown : [...unknown, problem('columnNotAdded', where, { label, column: added.label })];
}

const rowColumns = ({ path }: Condition): readonly string[] =>
  path.startsWith('row.') ? [path.slice(4)] : [];

function circleProblems({ calculated }: MatterType): readonly MatterTypeProblem[] {
  const order = calculationOrder(calculated);
  return order.ok
    ? []
    : [problem('calculatedCircle', `calculated.${order.problems.where}`, order.problems.params)];
}

/** The definitions of one type that another lacks or has changed in kind: what a change of a type will touch. */
export interface TypeChange {
  readonly part: 'fact' | 'table' | 'column' | 'role' | 'stage' | 'keyDate' | 'calculated';
  readonly key: string;
  readonly label: string;
  /** `currency`: amounts there are in the one before, and are in no sum with those to come. */
  readonly change: 'removed' | 'kind' | 'currency';
  /** Of a column: its table. */
  readonly table?: string;
}

/** What a changed type takes away from the one before. Additions and new labels touch nothing that is kept. */
export function typeChanges(before: MatterType, after: MatterType): readonly TypeChange[] {
  return [
    ...factChanges('fact', before, after, before.facts, after.facts),
    ...before.tables.flatMap((table): readonly TypeChange[] => {
      const now = after.tables.find(({ key }) => key === table.key);
      if (!now) return [{ part: 'table', key: table.key, label: table.label, change: 'removed' }];
      return factChanges('column', before, after, table.columns, now.columns).map((one) => ({
        ...one,
        table: table.key,
      }));
    }),
    ...removed('role', before.roles, after.roles),
    ...removed('stage', before.stages, after.stages),
    ...removed('keyDate', before.keyDates, after.keyDates),
    ...removed('calculated', before.calculated, after.calculated),
  ];
}

function removed(
  part: TypeChange['part'],
  before: readonly { readonly key: string; readonly label: string }[],
  after: readonly { readonly key: string }[],
): readonly TypeChange[] {
  const left = new Set(after.map(({ key }) => key));
  return before
    .filter(({ key }) => !left.has(key))
    .map(({ key, label }) => ({ part, key, label, change: 'removed' }));
}

function factChanges(
  part: 'fact' | 'column',
  { currency }: MatterType,
  type: MatterType,
  before: readonly FactDefinition[],
  after: readonly FactDefinition[],
): readonly TypeChange[] {
  const kinds = new Map(after.map(({ key, kind }) => [key, kind]));
  const turned = before.filter(({ key, kind }) => kinds.has(key) && kinds.get(key) !== kind);
  const recounted = before.filter(
    ({ key, kind }) => currency !== type.currency && kind === 'money' && kinds.get(key) === 'money',
  );
  return [
    ...removed(part, before, after),
    ...turned.map(({ key, label }): TypeChange => ({ part, key, label, change: 'kind' })),
    ...recounted.map(({ key, label }): TypeChange => ({ part, key, label, change: 'currency' })),
  ];
}
