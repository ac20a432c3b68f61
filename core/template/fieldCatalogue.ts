import type { MatterType } from '../model/matter.ts';
import type { ValueKind } from '../model/value.ts';
import type { CalculatedForm } from '../model/calculatedForm.ts';

/** A field that templates may use on matters of a type, with the name people see. */
export interface FieldInfo {
  readonly path: string;
  readonly label: string;
  readonly kind: ValueKind;
  /** Worked out when the message leaves, not when it is begun. */
  readonly late: boolean;
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
  field('matter.stage', 'Stage'),
  field('responsible.name', 'Responsible person'),
  field('responsible.email', 'Responsible person’s mail', 'email'),
  field('responsible.phone', 'Responsible person’s telephone', 'phone'),
  field('greeting.formal', 'Greeting, formal'),
  field('greeting.familiar', 'Greeting, familiar'),
  field('greeting.hour', 'Greeting by the hour', 'text', true),
  field('sender.name', 'Your name'),
  field('sender.position', 'Your position'),
  field('sender.email', 'Your mail address', 'email'),
  field('sender.phone', 'Your telephone', 'phone'),
  field('practice.name', 'Practice'),
  field('practice.phone', 'Practice telephone', 'phone'),
  field('practice.address', 'Practice address', 'address'),
  field('practice.website', 'Practice website'),
  field('day.today', 'Day of sending', 'date', true),
];

/** Everything a template can say of matters of one type. */
export function fieldsOf(type: MatterType): readonly FieldInfo[] {
  return [
    ...COMMON_FIELDS,
    ...type.roles.map((role) => field(`party.${role.key}`, role.many ? role.plural : role.label, 'names')),
    ...type.facts.map((fact) => field(`fact.${fact.key}`, fact.label, fact.kind)),
    ...type.keyDates.map((date) => field(`date.${date.key}`, date.label, 'date')),
    ...type.calculated.map(({ key, label, form }) =>
      field(`calculated.${key}`, label, kindOfForm(form, type)),
    ),
  ];
}

const catalogues = new WeakMap<MatterType, ReadonlyMap<string, FieldInfo>>();

/** Finds a field by its path; the catalogue of a type is made once for each type object. */
export function findField(type: MatterType, path: string): FieldInfo | undefined {
  let catalogue = catalogues.get(type);
  if (!catalogue) {
    catalogue = new Map(fieldsOf(type).map((info) => [info.path, info]));
    catalogues.set(type, catalogue);
  }
  return catalogue.get(path);
}

function kindOfForm(form: CalculatedForm, type: MatterType): ValueKind {
  switch (form.kind) {
    case 'dateFromDate':
      return 'date';
    case 'count':
      return 'number';
    case 'total':
      return type.tables.find(({ key }) => key === form.table)?.columns.find(({ key }) => key === form.column)
        ?.kind === 'money'
        ? 'money'
        : 'number';
    case 'percentage':
    case 'sum':
      return 'money';
    default:
      return form satisfies never;
  }
}

/** Paths of late values, the same for every type. */
const LATE_PATHS: ReadonlySet<string> = new Set(
  COMMON_FIELDS.filter(({ late }) => late).map(({ path }) => path),
);
export const isLatePath = (path: string): boolean => LATE_PATHS.has(path);
