import { expect, it } from 'vitest';
import { paramsOf, queryOf } from './queryParams.ts';

it('a search reads back from its own address, and what is not understood is left out', () => {
  const query = {
    words: '"survey report" keel',
    direction: 'in',
    withFile: true,
    from: '2026-11-01',
  } as const;
  expect(queryOf(paramsOf(query))).toEqual(query);
  expect(queryOf(new URLSearchParams('direction=sideways&withFile=yes&words=&limit=9'))).toEqual({});
  expect(paramsOf({ words: '' }).toString()).toBe('');
});
