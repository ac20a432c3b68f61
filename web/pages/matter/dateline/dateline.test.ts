import { describe, expect, it } from 'vitest';
import type { EntrySummary } from '../../../../contract/correspondence.ts';
import { addDays } from '../../../../core/model/plainDate.ts';
import { day } from '../../../../core/tests/fixtures.ts';
import { bundlesOf, months, otherMonth } from '../correspondence/conversations.ts';
import { monthNameAt, monthsOf, placeLabels, scaleOf } from './datelineScale.ts';
import type { DatelineData } from './datelineScale.ts';

const today = '2026-11-24';
const data = (change: Partial<DatelineData> = {}): DatelineData => ({
  today,
  keyDates: [],
  ticks: [{ date: '2026-09-01', out: 1, in: 0 }],
  ...change,
});
const keyDate = (label: string, date: string) => ({ label, date, workingDaysLeft: 99 });

describe('the scale of the dateline', () => {
  it('runs from before the first letter to past today, and grows with time', () => {
    const { from, to, x } = scaleOf(data(), 1000);
    expect([from < day('2026-09-01'), to > day(today)]).toEqual([true, true]);
    expect([x(from), x(to)]).toEqual([0, 1000]);
    expect(x(day('2026-10-01'))).toBeLessThan(x(day(today)));
  });

  it('reaches to what is near ahead, and not to what is years off', () => {
    const near = scaleOf(
      data({ keyDates: [keyDate('Window', '2027-03-01'), keyDate('Next survey', '2031-11-13')] }),
      1000,
    );
    expect(near.to > day('2027-03-01') && near.to < day('2027-04-01')).toBe(true);
    expect(scaleOf(data({ ticks: [] }), 1000).from < day(today)).toBe(true);
  });

  it('is not stretched by a letter of another age, nor by a day at the end of days', () => {
    const odd = scaleOf(
      data({
        ticks: [
          { date: '0001-01-01', out: 1, in: 0 },
          { date: '2026-09-01', out: 1, in: 0 },
        ],
        keyDates: [keyDate('Never', '9999-12-31')],
      }),
      1000,
    );
    expect(odd.from > day('2026-08-01') && odd.to < day('2027-01-01')).toBe(true);
    const decade = scaleOf(data({ ticks: [{ date: '2017-01-10', out: 1, in: 0 }] }), 600);
    expect(monthsOf(decade).length).toBeLessThan(45);
    expect(scaleOf(data({ today: '9999-12-31', ticks: [] }), 1000).x(day('9999-12-31'))).toBeGreaterThan(0);
  });

  it('keeps the names of months clear of today and within the line', () => {
    const scale = scaleOf(data({ today: '2026-12-02' }), 1000);
    const named = monthsOf(scale).filter(
      (one) => monthNameAt(one, scale, day('2026-12-02'), 1000) !== undefined,
    );
    expect(named.map(({ label }) => label)).toEqual(['Sep', 'Oct', 'Nov']);
    const [month] = named;
    expect(month && monthNameAt(month, scale, day('2026-12-02'), scale.x(month.date) + 10)).toBeUndefined();
  });

  it('names months, thinned where they would crowd', () => {
    expect(monthsOf(scaleOf(data(), 1000)).map(({ label }) => label)).toEqual(['Sep', 'Oct', 'Nov', 'Dec']);
    const long = scaleOf(data({ ticks: [{ date: '2025-01-10', out: 1, in: 0 }] }), 600);
    expect(monthsOf(long).map(({ label }) => label)).toEqual([
      'Apr',
      'Jul',
      'Oct',
      '2026',
      'Apr',
      'Jul',
      'Oct',
    ]);
  });

  it('puts labels apart in two rows, keeps them on the line, and leaves out what has no room', () => {
    const scale = scaleOf(data(), 600);
    const shown = ['One date', 'Two dates', 'Three dates', 'A date at the very end of the line'].map(
      (label, n) => {
        const date = n === 3 ? scale.to : addDays(day('2026-10-01'), n);
        return { ...keyDate(label, date), day: date };
      },
    );
    const placed = placeLabels(shown, today, scale, 600);
    expect(placed.map(({ row }) => row)).toEqual([0, 1, -1, 0]);
    expect(placed.map(({ label }) => label)).toEqual([
      'One date',
      'Two dates',
      '',
      'A date at the very end of the line',
    ]);
    for (const { textX } of placed) expect(textX > 0 && textX < 600).toBe(true);
    expect(placed[2]?.title).toBe('Three dates: Saturday 3 October 2026');
  });
});

const entry = (id: string, conversationId: string, utc: string): EntrySummary => ({
  id,
  conversationId,
  direction: 'in',
  authenticated: 'passed',
  channel: 'email',
  occurredAtUtc: Date.parse(`${utc}T12:00:00Z`),
  subject: '',
  opening: '',
  who: [],
  attachmentNames: [],
  standing: null,
  bounced: false,
  category: '',
  awaiting: { kind: 'nothing' },
});

describe('the correspondence', () => {
  it('stands under its months, with the year where it is another', () => {
    const entries = [
      entry('c', '1', '2026-11-20'),
      entry('b', '2', '2026-11-02'),
      entry('a', '3', '2025-12-30'),
    ];
    expect(months(bundlesOf(entries), day(today)).map(([month, inMonth]) => [month, inMonth.length])).toEqual(
      [
        ['November', 2],
        ['December 2025', 1],
      ],
    );
  });

  it('keeps a conversation whole where its latest entry stands, and says which month the others are of', () => {
    const entries = [
      entry('d', 'x', '2026-11-20'),
      entry('c', 'y', '2026-11-19'),
      entry('b', 'x', '2026-10-18'),
      entry('a', 'x', '2025-12-17'),
    ];
    const bundles = bundlesOf(entries);
    expect(bundles.map(({ entries: inIt }) => inIt.map(({ id }) => id))).toEqual([['d', 'b', 'a'], ['c']]);
    const [first] = bundles;
    expect(first?.entries.map((one) => otherMonth(one, first))).toEqual([undefined, 'Oct', 'Dec 25']);
  });

  it('says a subject once, without the marks of replies, and what has none by what it is', () => {
    const named = (subject: string, conversationId: string) => ({
      ...entry(subject, conversationId, '2026-11-20'),
      subject,
    });
    const text = { ...entry('t', 'text', '2026-11-20'), channel: 'text' as const };
    expect(
      bundlesOf([named('Re: Keel bolts', 'x'), named('Keel bolts', 'x'), text, named('', 'none')]).map(
        ({ subject }) => subject,
      ),
    ).toEqual(['Keel bolts', 'Text message', 'Without a subject']);
  });
});
