import { GENERAL_TYPE } from '../model/generalFile.ts';
import type { CalculatedForm, Operand } from '../model/calculatedForm.ts';
import type { CalculatedDefinition, FactDefinition, MatterType } from '../model/matter.ts';
import type { ValueKind } from '../model/value.ts';
import { turningWithToday } from '../values/calculationOrder.ts';

/** A field that templates may use on matters of a type, with the name people see. */
export interface FieldInfo {
  readonly path: string;
  readonly label: string;
  readonly kind: ValueKind;
  /** Worked out when the message leaves, not when it is begun. */
  readonly late: boolean;
  /** Of a choice: what it can be. */
  readonly choices?: FactDefinition['choices'];
}

const field = (path: string, label: string, kind: ValueKind = 'text', late = false): FieldInfo => ({
  path,
  label,
  kind,
  late,
});

/** Fields that every matter has, whatever its type. */
const COMMON_FIELDS: readonly FieldInfo[] = [
  field('matter.reference', 'Reference'),
  field('matter.title', 'Title'),
  field('matter.type', 'Kind of matter'),
  field('matter.stage', 'Stage', 'choice'),
  field('responsible.name', 'Responsible person'),
  field('responsible.position', 'Responsible person’s position'),
  field('responsible.email', 'Responsible person’s mail', 'email'),
  field('responsible.phone', 'Responsible person’s telephone', 'phone'),
  field('greeting.formal', 'Greeting, formal'),
  field('greeting.familiar', 'Greeting, familiar'),
  field('greeting.hour', 'Greeting by the hour', 'text', true),
  field('sender.name', 'Your name'),
  field('sender.position', 'Your position'),
  field('sender.email', 'Your email address', 'email'),
  field('sender.phone', 'Your telephone', 'phone'),
  field('practice.name', 'Practice'),
  field('practice.phone', 'Practice telephone', 'phone'),
  field('practice.address', 'Practice address', 'address'),
  field('practice.website', 'Practice website'),
  field('day.today', 'Day of sending', 'date', true),
  field('day.weekday', 'Weekday of sending', 'text', true),
  field('day.hour', 'Hour of sending', 'number', true),
];

/** What can be said of whoever a message goes to, the first of them. */
const recipientFields = (type: MatterType): readonly FieldInfo[] => [
  field('recipient.name', 'Recipient’s name'),
  ...PARTY_FIELDS.map(([part, label, kind]) => field(`recipient.${part}`, `Recipient’s ${label}`, kind)),
  ...contactFactFields(type, 'recipient', 'Recipient’s '),
];

/** Facts of the practice's own, of somebody. */
const contactFactFields = (type: MatterType, of: string, whose: string): readonly FieldInfo[] =>
  (type.contactFacts ?? []).map(({ key, label, kind, choices }) =>
    withChoices(field(`${of}.fact-${key}`, whose === '' ? label : `${whose}${lower(label)}`, kind), choices),
  );

/** What can be said of a matter that one stands beside: what it is called, its facts and key dates. */
const linkedFields = ({ links = [] }: MatterType): readonly FieldInfo[] =>
  links.flatMap(({ key, label, facts = [], keyDates = [] }) => {
    const of = (part: string, name: string, kind?: ValueKind): FieldInfo =>
      field(`linked.${key}.${part}`, `${capital(label)}’s ${lower(name)}`, kind);
    return [
      of('reference', 'reference'),
      of('title', 'title'),
      ...facts.map((fact) => withChoices(of(`fact-${fact.key}`, fact.label, fact.kind), fact.choices)),
      ...keyDates.map((date) => of(`date-${date.key}`, date.label, 'date')),
    ];
  });

/** What can be said of a party, beside the name. */
const PARTY_FIELDS: readonly (readonly [part: string, label: string, kind: ValueKind])[] = [
  ['email', 'email address', 'email'],
  ['phone', 'telephone', 'phone'],
  ['address', 'postal address', 'address'],
  ['organisation', 'organisation', 'text'],
  ['position', 'position', 'text'],
];

const capital = (label: string): string => label.slice(0, 1).toUpperCase() + label.slice(1);

/** Within a label; a word that is all capitals stays as it is. */
const lower = (label: string): string =>
  /^\p{Lu}(?:\p{Ll}|$)/u.test(label) ? label.slice(0, 1).toLowerCase() + label.slice(1) : label;

const withChoices = (info: FieldInfo, choices: FactDefinition['choices']): FieldInfo =>
  choices ? { ...info, choices } : info;

/** Everything a template can say of matters of one type. */
export function fieldsOf(type: MatterType): readonly FieldInfo[] {
  const turning = turningWithToday(type.calculated);
  return [
    // Without a matter there is nothing of one to say.
    ...COMMON_FIELDS.filter(({ path }) => type.id !== GENERAL_TYPE || !path.startsWith('matter.')).map(
      (info) => (info.path === 'matter.stage' ? { ...info, choices: type.stages } : info),
    ),
    ...type.roles.flatMap((role) => [
      field(`party.${role.key}`, capital(role.many ? role.plural : role.label), 'names'),
      ...PARTY_FIELDS.map(([part, label, kind]) =>
        field(`party.${role.key}.${part}`, `${capital(role.label)}’s ${label}`, kind),
      ),
      ...contactFactFields(type, `party.${role.key}`, `${capital(role.label)}’s `),
    ]),
    ...recipientFields(type),
    ...type.facts.map((fact) => withChoices(field(`fact.${fact.key}`, fact.label, fact.kind), fact.choices)),
    ...type.keyDates.map((date) => field(`date.${date.key}`, date.label, 'date')),
    ...linkedFields(type),
    ...type.calculated.map(({ key, label, form }) =>
      field(`calculated.${key}`, label, kindOfForm(form, type), turning.has(key)),
    ),
  ];
}

/** What can be gone through on matters of a type: its tables, and the parties in each role. */
export function repeatsOf(type: MatterType): readonly { readonly over: string; readonly label: string }[] {
  return [
    ...type.tables.map(({ key, label }) => ({ over: `table.${key}`, label })),
    ...type.roles.map(({ key, plural }) => ({ over: `party.${key}`, label: plural })),
  ];
}

/** What can be said within a repeat; undefined where the type has nothing to go through by that name. */
export function rowFieldsOf(type: MatterType, over: string): readonly FieldInfo[] | undefined {
  const dot = over.indexOf('.');
  const key = over.slice(dot + 1);
  if (over.slice(0, dot) === 'table') {
    const table = type.tables.find((known) => known.key === key);
    return table?.columns.map((column) =>
      withChoices(field(`row.${column.key}`, column.label, column.kind), column.choices),
    );
  }
  if (!type.roles.some((role) => role.key === key)) return undefined;
  return [
    field('row.name', 'Name'),
    field('row.greeting', 'Greeting'),
    ...PARTY_FIELDS.map(([part, label, kind]) => field(`row.${part}`, capital(label), kind)),
    ...contactFactFields(type, 'row', ''),
  ];
}

interface Catalogue {
  readonly fields: ReadonlyMap<string, FieldInfo>;
  readonly rowLabels: ReadonlyMap<string, string>;
}

const catalogues = new WeakMap<MatterType, Catalogue>();

/** The catalogue of a type, made once for each type object. */
function catalogueOf(type: MatterType): Catalogue {
  const known = catalogues.get(type);
  if (known) return known;
  const rows = repeatsOf(type).flatMap(({ over }) => rowFieldsOf(type, over) ?? []);
  const made = {
    fields: new Map(fieldsOf(type).map((info) => [info.path, info])),
    rowLabels: new Map(rows.map(({ path, label }) => [path, label])),
  };
  catalogues.set(type, made);
  return made;
}

/** Finds a field by its path. */
export const findField = (type: MatterType, path: string): FieldInfo | undefined =>
  catalogueOf(type).fields.get(path);

/** What people call a field, one within a repeat too. */
export function labelOf(type: MatterType, path: string): string {
  const { fields, rowLabels } = catalogueOf(type);
  return fields.get(path)?.label ?? rowLabels.get(path) ?? 'a value of the matter';
}

/** Whether a field is worked out when the message leaves. */
export const isLatePath = (path: string, type: MatterType): boolean =>
  catalogueOf(type).fields.get(path)?.late ?? false;

function kindOfForm(form: CalculatedForm, type: MatterType, depth = 0): ValueKind {
  switch (form.kind) {
    case 'dateFromDate':
      return 'date';
    case 'count':
    case 'daysBetween':
    case 'share':
      return 'number';
    case 'total':
    case 'extreme':
      return columnKind(type, form.table, form.column) ?? 'number';
    case 'percentage':
      return kindOfPath(form.of, type, depth) ?? 'money';
    case 'sum':
      return kindOfPath(form.plus[0] ?? form.minus[0] ?? '', type, depth) ?? 'money';
    case 'choose':
      return kindOfOperand(form.cases[0]?.take ?? form.otherwise, type, depth);
    default:
      return form satisfies never;
  }
}

const columnKind = (type: MatterType, table: string, column: string): ValueKind | undefined =>
  type.tables.find(({ key }) => key === table)?.columns.find(({ key }) => key === column)?.kind;

const kindOfOperand = (operand: Operand | undefined, type: MatterType, depth: number): ValueKind => {
  if (!operand) return 'text';
  return 'path' in operand ? (kindOfPath(operand.path, type, depth) ?? 'text') : operand.value.kind;
};

/** Calculated values may build on one another this deep before it is taken for a circle, which is told elsewhere. */
const MAX_DEPTH = 32;

function kindOfPath(path: string, type: MatterType, depth: number): ValueKind | undefined {
  if (path === 'day.today' || path.startsWith('date.')) return 'date';
  if (path.startsWith('fact.')) return type.facts.find(({ key }) => `fact.${key}` === path)?.kind;
  const form = type.calculated.find(({ key }: CalculatedDefinition) => `calculated.${key}` === path)?.form;
  return form && depth < MAX_DEPTH ? kindOfForm(form, type, depth + 1) : undefined;
}
