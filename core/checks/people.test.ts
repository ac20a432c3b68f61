import { describe, expect, it } from 'vitest';
import { checkInputOf } from '../tests/fixtures.ts';
import { checkPeople } from './people.ts';

const asked = (answer: string) =>
  checkPeople(checkInputOf({ people: [{ key: 'who', label: 'Contact', answer }] })).map(
    ({ params }) => params['meant'],
  );

describe('a person who was asked for', () => {
  it.each([
    ['ines', 'Ines Okafor'],
    ['Okafor', 'Ines Okafor'],
    ['i oka', 'Ines Okafor'],
    ['hal', 'Hallam Slip'],
    ['the foreman', ''],
  ])('is unclear by “%s”', (answer, meant) => {
    const [found] = asked(answer);
    expect(found).toBe(meant);
  });

  it.each(['Ines Okafor', 'ines okafor', 'Captain Renn', 'Hester Vane', '伟 王'])(
    'is clear by “%s”',
    (answer) => {
      expect(asked(answer)).toEqual([]);
    },
  );
});
