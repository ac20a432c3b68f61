import { beforeAll, describe, expect, it } from 'vitest';
import type { Figures } from '../../contract/figures.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { useDesk } from '../app/tests/desk.ts';
import { serve } from '../app/tests/practice.ts';
import type { Client } from '../app/tests/practice.ts';
import type { NewEntry } from '../correspondence/entry.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { countEarlier } from './countEarlier.ts';

const ENTRIES = 10_000;
const LONG_MS = 300_000;
const desk = useDesk();
const SPAN = 'from=2030-01-01&until=2030-12-31';

/** A small generator of numbers with a fixed seed (mulberry32). */
function random(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 4_294_967_296) * below);
  };
}

interface Filed extends NewEntry {
  readonly conversation: string;
  readonly typeId: string;
}

const filed: Filed[] = [];
const restrictedIds = new Set<string>();
let administrator: Client;

beforeAll(async () => {
  const { db } = desk.services;
  const pick = random(2_041);
  const matters = await db('matters').whereNot({ id: 'general' }).select('id', 'type_id', 'restricted');
  for (const { id, restricted } of matters) if (restricted) restrictedIds.add(id);
  const people = (await db('people').select('id')).map(({ id }: { id: string }) => id);
  const versions = (await db('template_versions').select('id')).map(({ id }: { id: string }) => id);
  const start = Date.parse('2030-01-01T00:00:00Z');
  for (let n = 0; n < ENTRIES; n += 1) {
    const matter = matters[pick(matters.length)];
    const here = filed.filter((one) => one.matterId === matter.id).slice(-6);
    const answered = pick(3) > 0 ? here[pick(Math.max(1, here.length))] : undefined;
    const direction = (['out', 'in', 'out', 'in', 'note'] as const)[pick(5)] ?? 'out';
    // Some are filed late, so that what came first is not always filed first.
    const occurredAtUtc = start + n * 52 * 60_000 - (pick(10) === 0 ? pick(3) * 86_400_000 : 0);
    const id = asId<EntryId>(`figure-${n}`);
    filed.push({
      id,
      matterId: asId<MatterId>(matter.id),
      direction,
      channel: direction === 'note' ? 'note' : (['email', 'email', 'text', 'answer'][pick(4)] ?? 'email'),
      occurredAtUtc,
      filedAtUtc: occurredAtUtc,
      subject: `Subject ${n}`,
      opening: 'Words.',
      category: ['Letter', 'Report', 'Invoice'][pick(3)] ?? 'Letter',
      people: { from: { name: '', address: 'a@b.example' }, to: [], cc: [], bcc: [] },
      attachments: [],
      rawBlob: 'none',
      rawBytes: 1,
      internetMessageId: `<${id}@b.example>`,
      references: answered?.internetMessageId ? [answered.internetMessageId] : [],
      messageId: null,
      templateVersionId:
        direction === 'out' && pick(2) === 0 ? (versions[pick(versions.length)] ?? null) : null,
      authorId: direction === 'out' ? (people[pick(people.length)] ?? null) : null,
      refusals: [],
      cautionsOverridden: [],
      ...(pick(20) === 0
        ? { about: { kind: 'movedFrom' as const, entryId: 'elsewhere', matterId: matter.id } }
        : {}),
      conversation: answered?.conversation ?? id,
      typeId: matter.type_id,
    });
  }
  for (let at = 0; at < ENTRIES; at += 500)
    await inTransaction(db, async (tx) => {
      for (const entry of filed.slice(at, at + 500)) await insertEntry(tx, entry);
    });
  administrator = await serve(desk.services);
  await administrator.signIn('idris@tidewell-roe.example');
}, LONG_MS);

const BERTHS = { from: 510, until: 1_050 };

/** The clock in London, from the rule of the law itself: summer time from the last Sunday of March to that of October, 01:00 UTC. */
function inLondon(utc: number): { readonly day: number; readonly minute: number } {
  const lastSunday = (month: number): number => {
    const end = new Date(Date.UTC(2030, month + 1, 0));
    return Date.UTC(2030, month, end.getUTCDate() - end.getUTCDay(), 1);
  };
  const summer = utc >= lastSunday(2) && utc < lastSunday(9) ? 3_600_000 : 0;
  const local = utc + summer;
  return { day: Math.floor(local / 86_400_000), minute: Math.floor((local % 86_400_000) / 60_000) };
}

/** Minutes of Monday to Friday, day by day. */
function slowMinutes(from: number, until: number, holidays: ReadonlySet<number>): number {
  const [a, b] = [inLondon(from), inLondon(until)];
  let minutes = 0;
  for (let day = a.day; day <= b.day; day += 1) {
    const weekday = (day + 3) % 7;
    if (weekday > 4 || holidays.has(day)) continue;
    const first = day === a.day ? Math.max(BERTHS.from, a.minute) : BERTHS.from;
    const last = day === b.day ? Math.min(BERTHS.until, b.minute) : BERTHS.until;
    minutes += Math.max(0, last - first);
  }
  return Math.round(minutes / 15) * 15;
}

const middle = (sorted: readonly number[]): number | null => {
  if (sorted.length === 0) return null;
  const half = sorted.length / 2;
  const [low, high] = [sorted[Math.ceil(half) - 1] ?? 0, sorted[Math.floor(half)] ?? 0];
  return sorted.length % 2 === 1 ? high : (low + high) / 2;
};

/** Everything counted again from the entries, one by one. */
async function recount(sees: (matterId: string) => boolean) {
  const settings = JSON.parse((await desk.services.db('settings').where({ key: 'practice' }).first()).value);
  const holidays = new Set<number>(
    settings.holidays.map((day: string) => Math.floor(Date.parse(`${day}T00:00Z`) / 86_400_000)),
  );
  const ends = new Map<string, Filed>();
  const counts = {
    sent: 0,
    received: 0,
    channels: new Map<string, number>(),
    weeks: new Map<string, number>(),
  };
  const times: Record<'ours' | 'theirs', number[]> = { ours: [], theirs: [] };
  const within = (utc: number): boolean => inLondon(utc).day >= 21_915 && inLondon(utc).day < 21_915 + 365;
  for (const entry of filed) {
    const last = ends.get(entry.conversation);
    ends.set(entry.conversation, entry);
    if (entry.direction === 'note' || entry.about || !sees(entry.matterId)) continue;
    if (within(entry.occurredAtUtc)) {
      if (entry.direction === 'out') counts.sent += 1;
      else counts.received += 1;
      counts.channels.set(entry.channel, (counts.channels.get(entry.channel) ?? 0) + 1);
      const { day } = inLondon(entry.occurredAtUtc);
      const monday = new Date((day - ((day + 3) % 7)) * 86_400_000).toISOString().slice(0, 10);
      counts.weeks.set(monday, (counts.weeks.get(monday) ?? 0) + 1);
    }
    if (!last || last.direction === 'note' || last.channel === 'answer') continue;
    if (last.direction === entry.direction || entry.occurredAtUtc < last.occurredAtUtc) continue;
    if (!within(last.occurredAtUtc)) continue;
    const side = entry.direction === 'in' ? 'theirs' : 'ours';
    times[side].push(slowMinutes(last.occurredAtUtc, entry.occurredAtUtc, holidays));
  }
  for (const side of ['ours', 'theirs'] as const) times[side].sort((a, b) => a - b);
  return { ...counts, times };
}

async function agree(client: Client, sees: (matterId: string) => boolean): Promise<void> {
  const { status, json } = await client.call('GET', `/figures?${SPAN}&of=all`);
  expect(status, JSON.stringify(json)).toBe(200);
  const figures = json as Figures;
  const slow = await recount(sees);
  expect([figures.sent, figures.received]).toEqual([slow.sent, slow.received]);
  expect(new Map(figures.channels.map(({ channel, sent, received }) => [channel, sent + received]))).toEqual(
    slow.channels,
  );
  for (const { week, sent, received } of figures.weeks)
    expect(sent + received, week).toBe(slow.weeks.get(week) ?? 0);
  for (const side of ['ours', 'theirs'] as const)
    expect([figures.answers[side].count, figures.answers[side].medianMinutes], side).toEqual([
      slow.times[side].length,
      middle(slow.times[side]),
    ]);
}

describe('the figures', () => {
  it(
    'are those of a slow recount, for whoever sees all and for whoever does not',
    async () => {
      expect(filed.filter(({ matterId }) => restrictedIds.has(matterId)).length).toBeGreaterThan(100);
      // Nobody sees a restricted matter by their role alone.
      const idris = (await desk.services.db('people').where({ email: 'idris@tidewell-roe.example' }).first())
        .id;
      const given = new Set(
        (await desk.services.db('matter_access').where({ person_id: idris })).map(
          (row: { matter_id: string }) => row.matter_id,
        ),
      );
      await agree(administrator, (id) => !restrictedIds.has(id) || given.has(id));
      await desk.services.db('matters').update({ restricted: false });
      await agree(administrator, () => true);
    },
    LONG_MS,
  );

  it(
    'are the same where they are counted afterwards',
    async () => {
      const { db } = desk.services;
      const tables = ['figure_days', 'figure_answers', 'figure_uses'] as const;
      const [last] = await db('entries').max({ seq: 'seq' });
      for (const table of tables) await db(table).delete();
      const value = JSON.stringify({ from: 0, until: last?.seq });
      await db('settings').insert({ key: 'figuresToCount', value }).onConflict('key').merge();
      await countEarlier(desk.services);
      await agree(administrator, () => true);
      const counted = await db('figure_days').sum({ n: 'count' });
      await countEarlier(desk.services);
      expect(await db('figure_days').sum({ n: 'count' })).toEqual(counted);
    },
    LONG_MS,
  );

  it('are one’s own, unless one may see everybody’s', async () => {
    const own = (await desk.client.call('GET', `/figures?${SPAN}`)).json as Figures;
    const maud = filed.filter(({ authorId, about }) => authorId === own.people[0]?.personId && !about);
    expect([own.sent, own.received, own.people.length]).toEqual([
      maud.filter(({ occurredAtUtc }) => inLondon(occurredAtUtc).day >= 21_915).length,
      0,
      1,
    ]);
    const all = await desk.client.call('GET', `/figures?${SPAN}&of=all`);
    expect([all.status, all.json.because[0].code]).toEqual([403, 'figuresOfAllNotYours']);
    expect((await desk.client.call('GET', '/figures?from=2030-01-01&until=2020-01-01')).status).toBe(400);
  });

  it('name nobody until the practice says so, and then in the order of names', async () => {
    const people = async () =>
      ((await administrator.call('GET', `/figures?${SPAN}&of=all`)).json as Figures).people;
    expect(await people()).toEqual([]);
    const practice = (await administrator.call('GET', '/practice')).json;
    await administrator.call('PATCH', '/practice', { ...practice, figuresByName: true });
    const names = (await people()).map(({ name }) => name);
    expect(names.length).toBeGreaterThan(3);
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
    const [one] = await people();
    const theirs = async (client: Client) =>
      client.call('GET', `/figures?${SPAN}&of=all&personId=${one?.personId}`);
    expect((await theirs(administrator)).json.sent).toBe(one?.sent);
    expect((await theirs(desk.client)).status).toBe(403);
    await administrator.call('PATCH', '/practice', {
      ...practice,
      revision: undefined,
      figuresByName: false,
    });
    expect((await theirs(administrator)).json.because[0].code).toBe('figuresNotByName');
  });

  it('go out as CSV, in which nothing is a formula', async () => {
    const answer = await administrator.call('GET', `/figures/csv?${SPAN}&of=all&table=weeks`);
    expect(answer.status).toBe(200);
    for (const table of ['channels', 'categories', 'types', 'people', 'templates'])
      expect(
        (await administrator.call('GET', `/figures/csv?${SPAN}&of=all&table=${table}`)).status,
        table,
      ).toBe(200);
  });
});
