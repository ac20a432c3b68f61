import type { MatterType } from '../model/matter.ts';
import type { ColumnTarget } from './columns.ts';

const MAIL = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;
const target = (
  key: string,
  label: string,
  also: readonly string[] = [],
  looksLike?: RegExp,
): ColumnTarget => ({
  key,
  label,
  also,
  ...(looksLike ? { looksLike } : {}),
});

/** What the columns of a list of matters of a type can be: its own facts, days and roles beside what every matter has. */
export function matterColumns(type: MatterType): readonly ColumnTarget[] {
  return [
    target('reference', 'Reference', [
      'ref',
      'matter',
      'matter no',
      'file',
      'file no',
      'number',
      'case',
      'our ref',
    ]),
    target('title', 'Title', ['name', 'subject', 'matter title', 'description', 'about']),
    target('stage', 'Stage', ['status', 'state', 'phase']),
    target('responsible', 'Responsible', ['person responsible', 'handler', 'handled by', 'assigned to']),
    target('note', 'Note', ['notes', 'remarks', 'comments', 'memo']),
    ...type.facts.map(({ key, label }) => target(`fact.${key}`, label)),
    ...type.keyDates.map(({ key, label }) => target(`date.${key}`, label)),
    ...type.roles.flatMap(({ key, label, plural }) => [
      target(`party.${key}.name`, label, [plural, `${label} name`, `name of ${label}`]),
      target(
        `party.${key}.email`,
        `${label}: email`,
        [`${label} email address`, `${label} mail`, `${label} e-mail`, `email of ${label}`],
        MAIL,
      ),
      target(`party.${key}.phone`, `${label}: telephone`, [
        `${label} phone`,
        `${label} tel`,
        `phone of ${label}`,
      ]),
      target(`party.${key}.organisation`, `${label}: organisation`, [`${label} company`, `${label} firm`]),
    ]),
  ];
}
