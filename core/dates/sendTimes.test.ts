import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlainDate } from '../model/plainDate.ts';
import { sendTimes, worksAt } from './sendTimes.ts';
import { startOfDay, zonedInstant, zonedTime } from './zonedClock.ts';

const day = (text: string) => text as PlainDate;
const calendar = { weekdays: new Set([1, 2, 3, 4, 5]), holidays: new Set([day('2026-12-25')]) };
const hours = { fromMinute: 8 * 60 + 30, untilMinute: 17 * 60 + 30 };
const said = (date: string, hour: number, minute: number) =>
  sendTimes(calendar, { date: day(date), hour, minute }, hours).map(
    (time) => `${time.date} ${time.hour}:${String(time.minute).padStart(2, '0')}`,
  );

describe('times that are offered for leaving', () => {
  it.each([
    ['2026-11-25', 7, 0, ['2026-11-25 8:30', '2026-11-25 14:00', '2026-11-26 8:30']],
    ['2026-11-25', 9, 0, ['2026-11-25 14:00', '2026-11-26 8:30', '2026-11-27 8:30']],
    ['2026-11-27', 18, 0, ['2026-11-30 8:30', '2026-12-01 8:30', '2026-12-02 8:30']],
    ['2026-12-24', 16, 0, ['2026-12-28 8:30', '2026-12-29 8:30', '2026-12-30 8:30']],
  ])('on %s at %i:%i', (date, hour, minute, times) => {
    expect(said(date, hour, minute)).toEqual(times);
  });
});

describe('a time on a zone’s clock', () => {
  const at = (zone: string, date: string, hour: number, minute: number) =>
    new Date(zonedInstant(zone, { date: day(date), hour, minute })).toISOString();

  it.each([
    ['Europe/London', '2026-03-27', 9, 0, '2026-03-27T09:00:00.000Z'],
    // After the clocks went forward on 29 March the same hour comes an hour sooner.
    ['Europe/London', '2026-03-30', 9, 0, '2026-03-30T08:00:00.000Z'],
    // 1:30 is never shown that night: it leaves as much later as the clock was moved.
    ['Europe/London', '2026-03-29', 1, 30, '2026-03-29T01:30:00.000Z'],
    // 1:30 is shown twice when they go back: the first of the two.
    ['Europe/London', '2026-10-25', 1, 30, '2026-10-25T00:30:00.000Z'],
    ['America/New_York', '2026-11-01', 1, 30, '2026-11-01T05:30:00.000Z'],
    ['Australia/Lord_Howe', '2026-04-05', 9, 0, '2026-04-04T22:30:00.000Z'],
  ])('%s %s %i:%i', (zone, date, hour, minute, utc) => {
    expect(at(zone, date, hour, minute)).toBe(utc);
  });

  it('reads back as itself wherever the clock shows it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('Europe/London', 'America/St_Johns', 'Asia/Kathmandu', 'Pacific/Auckland'),
        fc.integer({ min: 0, max: 20_000 }),
        (zone, n) => {
          const wall = zonedTime(zone, Date.UTC(2026, 0, 1) + n * 25 * 60_000);
          const again = zonedTime(zone, zonedInstant(zone, wall));
          expect(again).toEqual(wall);
        },
      ),
      { seed: 5 },
    );
    expect(new Date(startOfDay('Europe/London', day('2026-06-01'))).toISOString()).toBe(
      '2026-05-31T23:00:00.000Z',
    );
  });
});

it('works from its opening on, until it closes, on working days alone', () => {
  const at = (date: string, hour: number, minute: number) =>
    worksAt(calendar, { date: day(date), hour, minute }, hours);
  expect([at('2026-11-25', 8, 29), at('2026-11-25', 8, 30)]).toEqual([false, true]);
  expect([at('2026-11-25', 17, 29), at('2026-11-25', 17, 30)]).toEqual([true, false]);
  expect([at('2026-11-28', 10, 0), at('2026-12-25', 10, 0)]).toEqual([false, false]);
});
