import { addDays, addMonths } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import { weekOf } from '../core/dates/weekOf.ts';
import { chance } from '../core/tests/chance.ts';
import { scopeOf } from '../server/access/scopeOf.ts';
import { readFigures } from '../server/figures/readFigures.ts';
import { readTemplateFigures } from '../server/figures/readTemplateFigures.ts';
import type { Database } from '../server/platform/database/openDatabase.ts';
import { interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { withPractice } from './practice.ts';

const ENTRIES = 200_000;
const MONTHS = 18;
const AT_ONCE = 500;
const TIMES = 3;

/** What 200,000 entries over eighteen months leave behind as they are counted. */
async function fill(db: Database, until: PlainDate): Promise<void> {
  const { next, pick } = chance(16);
  const first = addMonths(until, -MONTHS);
  const types = (await db('matters').distinct('type_id')).map(({ type_id }: { type_id: string }) => type_id);
  const people = (await db('people').select('id')).map(({ id }: { id: string }) => id);
  const matters = (await db('matters').select('id')).map(({ id }: { id: string }) => id);
  const versions = await db('template_versions').select('id', 'template_id');
  const days = new Map<string, Record<string, unknown> & { count: number }>();
  const answers: object[] = [];
  const uses: object[] = [];
  for (let n = 0; n < ENTRIES; n += 1) {
    const day = addDays(first, Math.floor(next() * MONTHS * 30));
    const shared = {
      day,
      channel: pick(['email', 'email', 'email', 'text', 'letter']),
      type_id: pick(types),
    };
    const direction = pick(['out', 'in']);
    const person_id = direction === 'out' ? pick(people) : '';
    const category = pick(['Letter', 'Report', 'Invoice', 'Chaser', 'Appointment', 'Engagement']);
    const key = Object.values({ ...shared, direction, person_id, category }).join('|');
    const known = days.get(key);
    if (known) known.count += 1;
    else days.set(key, { ...shared, week: weekOf(day), direction, person_id, category, count: 1 });
    const entry = { entry_id: `bench-${n}`, matter_id: pick(matters), ...shared };
    if (next() < 0.35)
      answers.push({
        ...entry,
        asked_entry_id: `bench-${n - 1}`,
        week: weekOf(day),
        side: direction === 'in' ? 'theirs' : 'ours',
        person_id: pick(people),
        minutes: Math.floor(next() ** 3 * 400) * 15,
      });
    if (direction === 'out' && next() < 0.6) {
      const version = pick(versions);
      uses.push({
        ...entry,
        template_id: version.template_id,
        template_version_id: version.id,
        person_id,
        cautions: 0,
        words: 60,
        changed: Math.floor(next() * 20),
        sentences: '[]',
      });
    }
  }
  await db.transaction(async (tx) => {
    for (const [table, rows] of [
      ['figure_days', [...days.values()]],
      ['figure_answers', answers],
      ['figure_uses', uses],
    ] as const) {
      await tx(table).delete();
      await tx.batchInsert(table, [...rows], AT_ONCE);
    }
  });
}

/** The page of the figures over 200,000 entries, against adding up the counts alone. */
export function benchFigures(): Promise<readonly Measured[]> {
  return withPractice(async (services) => {
    const { db } = services;
    const until = new Date(Date.now()).toISOString().slice(0, 10) as PlainDate;
    await fill(db, until);
    const scope = await scopeOf(db, 'person-idris');
    if (!scope) throw new Error('the demo lacks its administrator');
    const many = (work: () => Promise<unknown>) => async () => {
      for (let n = 0; n < TIMES; n += 1) await work();
    };
    const query = (months: number) => ({ from: addMonths(until, -months), until, of: 'all' as const });
    const times = await interleave({
      floor: many(() =>
        db('figure_days').groupBy('week', 'direction').select('week', 'direction').sum('count'),
      ),
      'six months': many(() => readFigures(services, scope, query(6))),
      'eighteen months': many(() => readFigures(services, scope, query(MONTHS))),
      'templates, eighteen months': many(() => readTemplateFigures(scope, query(MONTHS))),
    });
    const ms = (name: string): number => ((times[name] ?? NaN) * 1e3) / TIMES;
    return Object.keys(times)
      .filter((name) => name !== 'floor')
      .map((name) => ({
        name: `figures over 200,000 entries: ${name}`,
        unit: 'ms',
        ours: Number(ms(name).toFixed(1)),
        against: 'adding up the counts of all weeks',
        theirs: Number(ms('floor').toFixed(1)),
        ratio: Number((ms(name) / ms('floor')).toFixed(2)),
      }));
  });
}
