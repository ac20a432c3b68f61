import { expect, it } from 'vitest';
import type { MatterTypeJson } from '../../../contract/matterTypes.ts';
import { namedIn } from './namedIn.ts';

const type = (...stages: MatterTypeJson['stages']): MatterTypeJson => ({
  name: 'A type',
  currency: 'GBP',
  facts: [],
  tables: [],
  roles: [],
  stages,
  keyDates: [],
  calculated: [],
});

it('names once what several types share, by all the names they have for it', () => {
  const types = [
    type({ key: 'booked', label: 'Survey booked' }, { key: 'closed', label: 'Closed' }),
    type({ key: 'booked', label: 'Inspection booked' }, { key: 'closed', label: 'Closed' }),
    type({ key: 'booked', label: 'Survey booked' }),
  ];
  expect(namedIn(types, ({ stages }) => stages)).toEqual([
    { key: 'booked', label: 'Survey booked / Inspection booked' },
    { key: 'closed', label: 'Closed' },
  ]);
});
