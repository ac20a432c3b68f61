import { describe, expect, it } from 'vitest';
import type { PlainDate } from '../model/plainDate.ts';
import { counts, knows, sequenceFor } from './appointment.ts';

const survey = {
  what: 'Survey',
  dueOn: '2026-12-03' as PlainDate,
  at: '10:00',
  minutes: 90,
  place: 'Quay 3',
};
const told = { sequence: 2, calledOff: false, told: survey };

describe('the number of a change (RFC 5546 §2.1.4)', () => {
  it('is 0 for the first invitation', () => {
    expect(sequenceFor([], survey, false)).toBe(0);
  });

  it('stays where somebody else is invited to the same', () => {
    expect(sequenceFor([told], survey, false)).toBe(2);
  });

  it.each([
    ['day', { dueOn: '2026-12-04' as PlainDate }],
    ['hour', { at: '11:00' }],
    ['length', { minutes: 60 }],
    ['place', { place: 'Quay 4' }],
    ['matter', { what: 'Second survey' }],
  ])('rises with another %s', (_what, change) => {
    expect(sequenceFor([told, { ...told, sequence: 1 }], { ...survey, ...change }, false)).toBe(3);
  });

  it('rises to call it off, and to ask again after that', () => {
    expect(sequenceFor([told], survey, true)).toBe(3);
    expect(sequenceFor([{ ...told, sequence: 3, calledOff: true }], survey, false)).toBe(4);
  });
});

it('is known to whom it was told as it stands', () => {
  expect(knows(told, { ...survey })).toBe(true);
  expect(knows(told, { ...survey, at: '10:30' })).toBe(false);
  expect(knows({ ...told, calledOff: true }, survey)).toBe(false);
});

describe('an answer', () => {
  const asked = { sequence: 2, calledOff: false, answeredAtUtc: null };
  it.each([
    ['to what was told last', asked, { sequence: 2, sentAtUtc: 10 }, true],
    ['to how it was before', asked, { sequence: 1, sentAtUtc: 10 }, false],
    ['to what was called off', { ...asked, calledOff: true }, { sequence: 2, sentAtUtc: 10 }, false],
    ['given after another', { ...asked, answeredAtUtc: 9 }, { sequence: 2, sentAtUtc: 10 }, true],
    ['overtaken by another', { ...asked, answeredAtUtc: 11 }, { sequence: 2, sentAtUtc: 10 }, false],
  ])('%s', (_which, invited, answer, expected) => {
    expect(counts(invited, answer)).toBe(expected);
  });
});
