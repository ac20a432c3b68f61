import type { SetWhere } from '../../../contract/rounds.ts';
import { asksCalculated, meets } from '../../../core/rounds/set.ts';
import type { SetMatter } from '../../../core/rounds/set.ts';
import type { ConditionGroup } from '../../../core/model/condition.ts';
import { pathsOf } from '../../../core/values/conditions.ts';
import type { WorkingCalendar } from '../../../core/dates/workingDays.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import { soundDates, soundTables, soundValues } from '../../../core/model/soundValue.ts';
import type { Scope } from '../../access/scope.ts';
import { ordinaryMatters, visible } from '../../access/visibleQueries.ts';
import { inList } from '../../platform/database/dialects/sqlite/json.ts';
import { readJson } from '../../platform/database/json.ts';
import { sql } from '../../platform/database/reads.ts';
import { narrowed } from '../listQueries.ts';
import { matterTypes } from '../matterTypeQueries.ts';
import type { MatterRow } from '../queries.ts';

const DAY_MS = 86_400_000;

/** The moment a set is worked out at. */
export interface SetMoment {
  readonly calendar: WorkingCalendar;
  readonly today: PlainDate;
  readonly nowUtc: number;
}

/**
 * The matters that a set holds, by their references. What stands in columns is asked of the database, and what conditions
 * ask of facts, dates and calculated values is worked out from those rows alone, never of the matter whole.
 */
export async function matterIdsIn(
  scope: Scope,
  where: SetWhere,
  { calendar, today, nowUtc }: SetMoment,
): Promise<readonly string[]> {
  const { when, role, notSent, typeId, responsibleId, stages, state } = where;
  const asks = when !== undefined && when.conditions.length > 0;
  const found = ordinaryMatters<MatterRow>(scope).orderBy('matters.reference');
  void found.select('matters.id');
  const asked = asks ? namesAsked(when) : NOTHING_ASKED;
  const needs = PARTS.filter((part) => asked[part] === 'all' || asked[part].length > 0);
  if (asks) void found.select('matters.type_id', ...needs.map((part) => `matters.${part}`));
  const narrow = { typeId, responsibleId, state: state ?? (stages ? undefined : 'open') } as const;
  await narrowed(scope, found, narrow);
  if (stages) void found.whereIn('matters.stage', [...stages]);
  if (role !== undefined)
    void found.whereIn('matters.id', visible(scope, 'parties').where({ role }).select('parties.matter_id'));
  if (notSent) {
    const sinceUtc = nowUtc - notSent.days * DAY_MS;
    void found.whereNotExists(
      visible(scope, 'entries')
        .whereRaw('entries.matter_id = matters.id')
        .where({ 'entries.direction': 'out', 'entries.category': notSent.category })
        .where('entries.occurred_utc', '>=', sinceUtc)
        .select(sql(scope).raw('1')),
    );
  }
  const rows = (await found) as AskedRow[];
  if (!asks) return rows.map(({ id }) => id);
  const types = await matterTypes(scope);
  const tests = new Map([...types].map(([id, { type }]) => [id, meets(when, type, calendar, today)]));
  return rows.filter((row) => tests.get(row.type_id)?.(toSetMatter(row, asked))).map(({ id }) => id);
}

const PARTS = ['facts', 'dates', 'tables'] as const;
type Part = (typeof PARTS)[number];
/** The names that are asked for in each part. */
type Asked = Readonly<Record<Part, readonly string[] | 'all'>>;
const NOTHING_ASKED: Asked = { facts: [], dates: [], tables: [] };

type AskedRow = Pick<MatterRow, 'id' | 'type_id'> & Partial<Pick<MatterRow, Part>>;

/** What is read of thousands of matters: only what a condition asks for; a calculated value may build on all of it. */
function namesAsked(when: ConditionGroup): Asked {
  if (asksCalculated(when)) return { facts: 'all', dates: 'all', tables: 'all' };
  const paths = pathsOf(when);
  const after = (root: string): readonly string[] =>
    paths.flatMap((path) => (path.startsWith(root) ? [path.slice(root.length)] : []));
  return { facts: after('fact.'), dates: after('date.'), tables: [] };
}

function toSetMatter({ facts, dates, tables }: AskedRow, asked: Asked): SetMatter {
  const only = (part: Part) => (asked[part] === 'all' ? undefined : asked[part]);
  return {
    facts: facts === undefined ? {} : soundValues(readJson(facts), only('facts')),
    dates: dates === undefined ? {} : soundDates(readJson(dates), only('dates')),
    tables: tables === undefined ? {} : soundTables(readJson(tables)),
  };
}

/** How many different people are on some matters, in a role where one is named. */
export async function countPeople(
  scope: Scope,
  matterIds: readonly string[],
  role: string | undefined,
): Promise<number> {
  const found = inList(visible(scope, 'parties'), 'parties.matter_id', matterIds);
  if (role !== undefined) void found.where('parties.role', role);
  const row = await found.countDistinct<{ people: number }[]>({ people: 'parties.contact_id' }).first();
  return row?.people ?? 0;
}
