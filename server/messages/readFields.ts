import type { Services } from '../platform/services.ts';
import type { FieldCatalogue, FieldChoice } from '../../contract/templates.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { notFound } from '../platform/problems/problem.ts';
import { uniquePaths } from '../templates/templateContent.ts';
import { fieldsOf, repeatsOf, rowFieldsOf } from '../../core/template/fieldCatalogue.ts';
import type { FieldInfo } from '../../core/template/fieldCatalogue.ts';
import { rowsOver } from '../../core/merge/fieldReader.ts';
import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { documentCategories } from '../matters/documents/documentQueries.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { readerFor } from '../matters/readerFor.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { fieldText } from '../../core/merge/fieldText.ts';
import type { PersonScope } from '../access/scope.ts';
import { signatureOf } from '../templates/compiled.ts';

/** All that a template can say, over every kind of matter, beside what it says on the one that is looked at. */
export async function readFields(
  services: Services,
  scope: PersonScope,
  matterId: string | undefined,
): Promise<FieldCatalogue> {
  const [types, settings] = [await listMatterTypes(scope), await readSettings(scope)];
  const matter = matterId === undefined ? undefined : await findMatter(scope, matterId);
  if (matterId !== undefined && !matter) throw notFound('matter');
  const reader = matter && (await readerOn(services, scope, matter));
  // The matter's own kind first: where kinds call one path by two names, its name is shown.
  const ordered = matter ? [matter.type, ...types.filter(({ id }) => id !== matter.type.id)] : types;
  const unique = <T extends { readonly key: string }>(list: readonly T[]): T[] =>
    [...new Map([...list].reverse().map((one) => [one.key, one])).values()].reverse();
  return {
    fields: uniquePaths(ordered.flatMap(fieldsOf)).map((info) => viewField(info, reader)),
    repeats: uniqueRepeats(ordered).map(({ over, label, fields }) => ({
      over,
      label,
      rows: matter ? rowsOver(over, matter).length : 0,
      fields: fields.map((info) => viewField(info, rowReader(over, matter, reader))),
    })),
    roles: [
      ...groupBy(
        ordered.flatMap((type) => type.roles.map((role) => ({ role, type }))),
        ({ role }) => role.key,
      ),
    ].map(([key, holders]) => ({
      key,
      label: holders[0]?.role.label ?? key,
      types: holders.map(({ type }) => type.name),
    })),
    categories: [...new Set([...settings.documentCategories, ...(await documentCategories(scope))])],
    stages: unique(ordered.flatMap(({ stages }) => stages)).map(({ key, label }) => ({ key, label })),
    keyDates: unique(ordered.flatMap(({ keyDates }) => keyDates)).map(({ key, label }) => ({ key, label })),
    palette: settings.palette.map((one) => ({ ...one })),
  };
}

async function readerOn(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  matter: StoredMatter,
): Promise<FieldReader> {
  const settings = await readSettings(scope);
  const signature = await signatureOf(scope, scope.actor.id);
  const greeted = matter.parties.slice(0, 1).map(({ contact }) => contact);
  return readerFor(matter, scope.actor, settings, greeted, services.now(), signature);
}

const rowReader = (
  over: string,
  matter: StoredMatter | undefined,
  reader: FieldReader | undefined,
): FieldReader | undefined => {
  const [first] = matter ? rowsOver(over, matter) : [];
  return first && reader?.at(first);
};

function uniqueRepeats(
  types: readonly MatterType[],
): readonly { readonly over: string; readonly label: string; readonly fields: readonly FieldInfo[] }[] {
  const all = types.flatMap((type) =>
    repeatsOf(type).map((repeat) => ({ ...repeat, fields: rowFieldsOf(type, repeat.over) ?? [] })),
  );
  return [...groupBy(all, ({ over }) => over)].flatMap(([over, [first, ...others]]) =>
    first
      ? [
          {
            over,
            label: first.label,
            fields: uniquePaths([first, ...others].flatMap(({ fields }) => fields)),
          },
        ]
      : [],
  );
}

const GROUPS: Readonly<Record<string, string>> = {
  matter: 'The matter',
  fact: 'The matter',
  date: 'Dates',
  calculated: 'Calculated',
  party: 'Parties',
  row: 'Each of them',
  responsible: 'People',
  sender: 'People',
  greeting: 'Greetings',
  practice: 'The practice',
  day: 'Dates',
};

const viewField = (info: FieldInfo, reader: FieldReader | undefined): FieldChoice => ({
  ...info,
  choices: (info.choices ?? []).map(({ key, label }) => ({ key, label })),
  group: GROUPS[info.path.slice(0, info.path.indexOf('.'))] ?? 'More',
  value: (reader && fieldText({ path: info.path, format: 'plain', shift: null }, reader)) ?? null,
});
