import { expect, it } from 'vitest';
import { startOf } from './shelfStart.ts';

it('what the shelf was opened from is put into the message, and what it is about in words is not', () => {
  expect(startOf({})).toEqual({});
  expect(startOf({ contactIds: ['c'], about: 'to Ines Okafor' })).toEqual({ contactIds: ['c'] });
  expect(startOf({ inReplyTo: 'e', answer: 'all', followUpId: 'f', documentIds: ['d'] })).toEqual({
    inReplyTo: 'e',
    answer: 'all',
    followUpId: 'f',
    documentIds: ['d'],
  });
  expect(startOf({ switching: 'm', channel: 'text' })).toEqual({});
});
