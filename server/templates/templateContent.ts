import { GENERAL_TYPE } from '../../core/model/generalFile.ts';
import type { TemplateContentJson, TemplateProblemView } from '../../contract/templates.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { gapsInWording } from '../../core/checks/index.ts';
import { checkForType, checkInItself } from '../../core/template/checkTemplate.ts';
import type { TemplateProblem } from '../../core/template/checkTemplate.ts';
import { findField, repeatsOf } from '../../core/template/fieldCatalogue.ts';
import type { FieldInfo } from '../../core/template/fieldCatalogue.ts';
import type { NamedSender } from '../../core/compose/senders.ts';
import { formatMoney, money } from '../../core/model/money.ts';
import type { OutlineNames } from '../../core/template/outline.ts';
import type { Passages } from '../../core/template/passages.ts';
import { expandPassages } from '../../core/template/passages.ts';
import { isMadeFor } from '../../core/template/template.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { documentOf } from '../../core/template/document.ts';

/** Content as the API shows it: the same, without the marks of what may not be changed. */
export const viewContent = (content: TemplateContent): TemplateContentJson =>
  JSON.parse(JSON.stringify(content)) as TemplateContentJson;

/**
 * What is wrong with a template over every kind of matter it may meet: each problem once, with the kinds it concerns.
 * A template that suits no kind at all has errors everywhere; one that suits some is meant for those.
 */
export function problemsOver(
  content: TemplateContent,
  types: readonly MatterType[],
  passages: Passages,
): readonly TemplateProblemView[] {
  const inItself = [...checkInItself(content, passages), ...gapsInWording(content)].map((one) =>
    viewProblem(one, []),
  );
  const expanded = withPassages(content, passages);
  const names = outlineNames(types, passages);
  const found = new Map<string, { problem: TemplateProblem; types: Set<string> }>();
  const meant = types.filter(({ id }) => isMadeFor(content, id));
  for (const type of meant) {
    for (const problem of checkForType(expanded, type)) {
      const key = `${problem.code} ${problem.where}`;
      const known = found.get(key);
      if (known) known.types.add(type.name);
      else found.set(key, { problem, types: new Set([type.name]) });
    }
  }
  // What is wrong on some kinds only means that it is not for those; wrong on all, or on one that it says it is made for, it
  // is an error.
  const overTypes = [...found.values()].map(({ problem, types: lacking }) => {
    const path =
      problem.params['path'] ?? (/^(?:table|party)\./.test(problem.where) ? problem.where : undefined);
    const params = typeof path === 'string' ? { ...problem.params, name: names.field(path) } : problem.params;
    const severity =
      content.madeFor === undefined && lacking.size < types.length ? 'warning' : problem.severity;
    return viewProblem({ ...problem, params, severity }, [...lacking]);
  });
  return [...inItself, ...overTypes];
}

const viewProblem = (
  { code, where, params, severity }: TemplateProblem,
  types: readonly string[],
): TemplateProblemView => ({ code, where, params: { ...params }, severity, types: [...types] });

export const withPassages = (content: TemplateContent, passages: Passages): TemplateContent => ({
  ...content,
  body: documentOf(expandPassages(content.body.content, passages)),
});

/** The kinds of matter on which every path through a template holds. */
export const typesThatHold = (
  content: TemplateContent,
  types: readonly MatterType[],
  passages: Passages,
): readonly MatterType[] => {
  const expanded = withPassages(content, passages);
  return types.filter(
    (type) =>
      isMadeFor(content, type.id) &&
      checkForType(expanded, type).every(({ severity }) => severity !== 'error'),
  );
};

/** Names places by what people call them, from whichever kind of matter knows them. */
export function outlineNames(
  types: readonly MatterType[],
  passages: Passages,
  senders: readonly NamedSender[] = [],
): OutlineNames {
  const rows = new Map([
    [`type.${GENERAL_TYPE}`, 'without a matter'] as const,
    ...types.flatMap((type) => [
      ...type.tables.flatMap(({ columns }) =>
        columns.map(({ key, label }) => [`row.${key}`, label] as const),
      ),
      ...repeatsOf(type).map(({ over, label }) => [over, label] as const),
      [`type.${type.id}`, type.name] as const,
      ...type.stages.map(({ key, label }) => [`stage.${key}`, label] as const),
    ]),
  ]);
  return {
    field: (path) => {
      for (const type of types) {
        const info = findField(type, path);
        if (info) return info.label;
      }
      return rows.get(path) ?? path.slice(path.indexOf('.') + 1);
    },
    passage: (id) => `passage: ${passages.get(id)?.name ?? 'one that is gone'}`,
    value: (path, value) => {
      if (typeof value === 'boolean') return value ? 'yes' : 'no';
      const [found] = types.flatMap((type) => {
        const info = findField(type, path) ?? columnOf(type, path);
        return info ? [{ currency: type.currency, info }] : [];
      });
      if (typeof value === 'number')
        return found?.info.kind === 'money' ? formatMoney(money(value, found.currency)) : String(value);
      return found?.info.choices?.find(({ key }) => key === value)?.label ?? value;
    },
    role: (key) => types.flatMap(({ roles }) => roles).find((role) => role.key === key)?.label ?? key,
    sender: (choice) => {
      if (choice === 'practice') return 'the practice';
      if (choice === 'responsible') return 'the responsible person';
      return senders.find(({ key }) => `sender:${key}` === choice)?.name ?? 'a sender that is gone';
    },
  };
}

/** A column of a table of this kind of matter, by the path that conditions on its rows have. */
const columnOf = (type: MatterType, path: string) =>
  type.tables.flatMap(({ columns }) => columns).find(({ key }) => path === `row.${key}`);

/** Fields of several kinds of matter, each path once, called as the first kind calls it. */
export function uniquePaths(fields: readonly FieldInfo[]): readonly FieldInfo[] {
  const known = new Map<string, FieldInfo>();
  for (const info of fields) if (!known.has(info.path)) known.set(info.path, info);
  return [...known.values()];
}
