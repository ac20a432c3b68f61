import { describe, expect, it } from 'vitest';
import { readOddMailDate } from './mailDate.ts';

const ARRIVED = Date.parse('2026-11-27T09:00:00Z');

describe('a Date header as RFC 5322 doesn’t know it', () => {
  it.each([
    ['05/11/2026 10:00', '2026-11-05T10:00:00Z'],
    ['05.11.2026 10:00:30', '2026-11-05T10:00:30Z'],
    ['05-11-2026, 10:00', '2026-11-05T10:00:00Z'],
    ['13/11/2026 10:00:00 +0100', '2026-11-13T09:00:00Z'],
    ['11/13/2026 10:00:00 -0500', '2026-11-13T15:00:00Z'],
    ['Do, 05.11.2026 10:00', '2026-11-05T10:00:00Z'],
    // In December it isn't yet: it is the twelfth of November, written month first.
    ['11/12/2026 08:00', '2026-11-12T08:00:00Z'],
    ['27/11/2026', '2026-11-27T00:00:00Z'],
    ['Thu, 5 Nov 2026 10:00:00 CET', '2026-11-05T10:00:00Z'],
    ['Thu, 5 Nov 2026 10:00:00 Z (noon, nearly)', '2026-11-05T10:00:00Z'],
  ])('%s is %s', (header, expected) => {
    expect(readOddMailDate(header, ARRIVED)).toBe(Date.parse(expected));
  });

  it.each([
    '31/02/2026 10:00',
    '40/40/2026',
    '05/11/2026 25:00',
    'soon',
    'not a day',
    '',
    '5 Nov 2026',
    '-100000-01-01',
  ])('%s is no day', (header) => {
    expect(readOddMailDate(header, ARRIVED)).toBeUndefined();
  });
});
