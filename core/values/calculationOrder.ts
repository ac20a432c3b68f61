import type { CalculatedForm, Operand } from '../model/calculatedForm.ts';
import type { CalculatedDefinition } from '../model/matter.ts';
import { fail, succeed } from '../model/problem.ts';
import type { Problem, Result } from '../model/problem.ts';
import { pathsOf, TODAY } from './conditions.ts';

export const CALCULATED = 'calculated.';

const operandPath = (operand: Operand | undefined): readonly string[] =>
  operand && 'path' in operand ? [operand.path] : [];

/** The paths a form reads, in the order a person would name them; those of a table's rows are left out. */
export function inputsOf(form: CalculatedForm): readonly string[] {
  switch (form.kind) {
    case 'dateFromDate':
      return [form.from];
    case 'daysBetween':
      return [form.from, form.to];
    case 'percentage':
      return [form.of];
    case 'share':
      return [form.part, form.whole];
    case 'sum':
      return [...form.plus, ...form.minus];
    case 'choose':
      return [
        ...form.cases.flatMap(({ when, take }) => [...pathsOf(when), ...operandPath(take)]),
        ...operandPath(form.otherwise),
      ];
    case 'total':
    case 'count':
    case 'extreme':
      return form.when ? pathsOf({ join: 'all', conditions: [form.when] }).filter(isOutsideRow) : [];
    default:
      return form satisfies never;
  }
}

const isOutsideRow = (path: string): boolean => !path.startsWith('row.');

export type CircleProblem = Problem<'calculatedCircle'>;

/**
 * Puts calculated values in the order in which each finds its inputs ready. A circle is refused with the path that
 * makes it, in the labels people know: `Fee → Tax → Fee`.
 */
export function calculationOrder(
  definitions: readonly CalculatedDefinition[],
): Result<readonly CalculatedDefinition[], CircleProblem> {
  const byKey = new Map(definitions.map((definition) => [definition.key, definition]));
  const done = new Set<string>();
  const ordered: CalculatedDefinition[] = [];

  const visit = (key: string, trail: readonly string[]): readonly string[] | undefined => {
    const definition = byKey.get(key);
    if (!definition || done.has(key)) return undefined;
    if (trail.includes(key)) return [...trail.slice(trail.indexOf(key)), key];
    for (const input of inputsOf(definition.form)) {
      if (!input.startsWith(CALCULATED)) continue;
      const circle = visit(input.slice(CALCULATED.length), [...trail, key]);
      if (circle) return circle;
    }
    done.add(key);
    ordered.push(definition);
    return undefined;
  };

  for (const { key } of definitions) {
    const circle = visit(key, []);
    if (circle) {
      const path = circle.map((one) => byKey.get(one)?.label ?? one).join(' → ');
      return fail({ code: 'calculatedCircle', where: key, params: { path } });
    }
  }
  return succeed(ordered);
}

/** Keys of the calculated values that change with the day on which they are read, directly or by way of others. */
export function turningWithToday(definitions: readonly CalculatedDefinition[]): ReadonlySet<string> {
  const order = calculationOrder(definitions);
  const turning = new Set<string>();
  for (const { key, form } of order.ok ? order.value : []) {
    const turns = (path: string): boolean =>
      path === TODAY || (path.startsWith(CALCULATED) && turning.has(path.slice(CALCULATED.length)));
    if (inputsOf(form).some(turns)) turning.add(key);
  }
  return turning;
}
