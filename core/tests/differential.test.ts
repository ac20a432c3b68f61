import { Decimal as DecimalJs } from 'decimal.js';
import fc from 'fast-check';
import { Intl as TemporalIntl, Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { lastDayOf } from '../dates/workingDays.ts';
import { readDate } from '../dates/readDate.ts';
import { zonedInstant, zonedTime } from '../dates/zonedClock.ts';
import { addDecimals, decimalOf, divideHalfUp, multiply, numberOf } from '../model/decimal.ts';
import { currencyPlaces, money, parseMoney, percentageOf } from '../model/money.ts';
import {
  dayAt,
  dayNumber,
  daysBetween,
  FIRST_DAY,
  fromDayNumber,
  LAST_DAY,
  monthsOn,
  weekday,
} from '../model/plainDate.ts';
import { readNumber } from '../model/readNumber.ts';
import { calendar, day } from './fixtures.ts';

/* Against independent packages, which were written by other hands and from the standards alone. */

const days = fc.integer({ min: dayNumber(FIRST_DAY), max: dayNumber(LAST_DAY) }).map(fromDayNumber);
const RUNS = { numRuns: 3_000 };

describe('days, against Temporal', () => {
  const theirs = (date: string) => Temporal.PlainDate.from(date);

  it('are the same so many days and months on, or there are none', () => {
    fc.assert(
      fc.property(
        days,
        fc.integer({ min: -400_000, max: 400_000 }),
        fc.integer({ min: -3_000, max: 3_000 }),
        (date, n, months) => {
          const [there, then] = [
            theirs(date).add({ days: n }),
            theirs(date).add({ months }, { overflow: 'constrain' }),
          ];
          const inside = (one: Temporal.PlainDate) => one.year >= 1 && one.year <= 9999;
          expect(dayAt(dayNumber(date) + n)).toBe(inside(there) ? there.toString() : undefined);
          expect(monthsOn(date, months)).toBe(inside(then) ? then.toString() : undefined);
        },
      ),
      { seed: 101, ...RUNS },
    );
  });

  it('lie as far apart, and are of the same weekday, month, quarter and year', () => {
    fc.assert(
      fc.property(days, days, (from, to) => {
        const one = theirs(from);
        expect(daysBetween(from, to)).toBe(one.until(theirs(to), { largestUnit: 'days' }).days);
        expect(weekday(from)).toBe(one.dayOfWeek);
        expect(lastDayOf(from, 1)).toBe(one.with({ day: one.daysInMonth }).toString());
        const quarter = one.with({ day: 1, month: one.month - ((one.month - 1) % 3) + 2 });
        expect(lastDayOf(from, 3)).toBe(quarter.with({ day: quarter.daysInMonth }).toString());
        expect(lastDayOf(from, 12)).toBe(one.with({ month: 12, day: 31 }).toString());
      }),
      { seed: 102, ...RUNS },
    );
  });

  it('and hours are the same on every zone’s clock, to and fro', () => {
    const zones = fc.constantFrom(
      'Europe/London',
      'Europe/Berlin',
      'America/St_Johns',
      'Australia/Lord_Howe',
      'Asia/Kathmandu',
      'Pacific/Apia',
      'America/Sao_Paulo',
      'UTC',
    );
    const instants = fc.integer({ min: Date.UTC(1972, 0, 1), max: Date.UTC(2037, 11, 31) });
    fc.assert(
      fc.property(zones, instants, (zone, at) => {
        const { date, hour, minute } = zonedTime(zone, at);
        const there = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
        expect([date, hour, minute]).toEqual([there.toPlainDate().toString(), there.hour, there.minute]);
        const wall = Temporal.PlainDateTime.from(`${date}T00:00`).with({ hour, minute });
        expect(zonedInstant(zone, { date, hour, minute })).toBe(
          wall.toZonedDateTime(zone, { disambiguation: 'compatible' }).epochMilliseconds,
        );
      }),
      { seed: 103, ...RUNS },
    );
  });
});

describe('days as people of two countries write them, against Intl', () => {
  const TODAY = day('2026-11-24');
  const STYLES = ['full', 'long', 'medium'] as const;

  it('are read as they were meant', () => {
    const near = fc
      .integer({ min: dayNumber(day('1950-01-01')), max: dayNumber(day('2150-01-01')) })
      .map(fromDayNumber);
    fc.assert(
      fc.property(
        near,
        fc.constantFrom('en-GB', 'en-US', 'en-AU', 'en-IE'),
        fc.constantFrom(...STYLES),
        (date, locale, dateStyle) => {
          const text = new TemporalIntl.DateTimeFormat(locale, { dateStyle }).format(
            Temporal.PlainDate.from(date),
          );
          expect([text, readDate(text, TODAY, calendar)]).toEqual([text, date]);
        },
      ),
      { seed: 104, ...RUNS },
    );
  });
});

describe('amounts and numbers, against decimal.js', () => {
  const Exact = DecimalJs.clone({ precision: 60, rounding: DecimalJs.ROUND_HALF_UP });
  const decimals = fc
    .tuple(fc.integer({ min: -(10 ** 12), max: 10 ** 12 }), fc.integer({ min: 0, max: 6 }))
    .map(([unscaled, scale]) => Number(new Exact(unscaled).div(new Exact(10).pow(scale)).toString()));
  const exactly = (value: number) => {
    const read = decimalOf(value);
    if (!read) throw new Error(`no decimal: ${value}`);
    return read;
  };

  it('add and multiply without dust', () => {
    fc.assert(
      fc.property(fc.array(decimals, { maxLength: 12 }), decimals, decimals, (list, a, b) => {
        const sum = list.reduce((total, one) => total.plus(one), new Exact(0));
        expect(numberOf(addDecimals(list.map(exactly)))).toBe(sum.toNumber() + 0);
        expect(numberOf(multiply(exactly(a), exactly(b)))).toBe(new Exact(a).times(b).toNumber() + 0);
      }),
      { seed: 105, ...RUNS },
    );
  });

  it('round a percentage half-up at its true value, negatives alike', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -(10 ** 13), max: 10 ** 13 }),
        fc.integer({ min: -20_000, max: 20_000 }),
        (minor, points) => {
          const expected = new Exact(minor).times(points).div(10_000).toDecimalPlaces(0).toNumber() + 0;
          expect(percentageOf(money(minor, 'GBP'), points)?.amountMinor).toBe(expected);
        },
      ),
      { seed: 106, ...RUNS },
    );
    expect(numberOf({ unscaled: divideHalfUp(5497985n * 33n, 10_000n), scale: 3 })).toBe(18.143);
  });

  it('divide half-up by anything but nothing', () => {
    const whole = fc.bigInt({ min: -(10n ** 30n), max: 10n ** 30n });
    fc.assert(
      fc.property(
        whole,
        whole.filter((one) => one !== 0n),
        (value, by) => {
          const expected = new Exact(value.toString()).div(by.toString()).toDecimalPlaces(0);
          expect(divideHalfUp(value, by).toString()).toBe(expected.isZero() ? '0' : expected.toFixed(0));
        },
      ),
      { seed: 107, ...RUNS },
    );
  });
});

describe('amounts and numbers as other countries write them, against Intl', () => {
  const locales = fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'de-CH', 'nb-NO', 'es-ES', 'it-IT');

  it('are read as they were meant, or asked; never as something else', () => {
    let read = 0;
    fc.assert(
      fc.property(
        locales,
        fc.constantFrom('GBP', 'EUR', 'NOK', 'JPY', 'KWD'),
        fc.integer({ min: 0, max: 10 ** 11 }),
        (locale, currency, minor) => {
          const places = currencyPlaces(currency);
          const value = new DecimalJs(minor).div(new DecimalJs(10).pow(places)).toNumber();
          const text = new Intl.NumberFormat(locale, {
            style: 'currency',
            currency,
            currencyDisplay: 'code',
          }).format(value);
          const understood = parseMoney(text, currency);
          if (understood) read += 1;
          expect([text, understood?.amountMinor ?? minor]).toEqual([text, minor]);
        },
      ),
      { seed: 108, ...RUNS },
    );
    expect(read).toBeGreaterThan(2_800);
  });

  it('numbers in English are read as they were meant', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -(10 ** 12), max: 10 ** 12 }),
        fc.integer({ min: 0, max: 5 }),
        (unscaled, scale) => {
          const value = new DecimalJs(unscaled).div(new DecimalJs(10).pow(scale)).toNumber();
          const text = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 6 }).format(value);
          expect([text, readNumber(text)]).toEqual([text, value]);
        },
      ),
      { seed: 109, ...RUNS },
    );
  });
});
