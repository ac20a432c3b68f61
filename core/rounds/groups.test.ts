import { describe, expect, it } from 'vitest';
import { noteId } from '../checks/index.ts';
import { caution, stop } from '../checks/note.ts';
import { canTakeIn, leftOutBy, standingOfDraft, standingOnItsWay } from './groups.ts';

const subject = { part: 'subject' } as const;
const blank = stop('blankUnfilled', subject, { label: 'Yard free from', key: 'yard' });
const dated = caution('dayClosed', { part: 'body', block: 2, words: '25 December' }, { day: '25 December' });
const NOBODY: ReadonlySet<string> = new Set();

describe('standingOfDraft', () => {
  it('puts a blank before all else, by its key', () => {
    expect(standingOfDraft([dated, stop('noSender', subject), blank], NOBODY)).toEqual({
      group: 'fill',
      kind: 'yard',
    });
  });

  it('looks at a stop before a caution', () => {
    expect(standingOfDraft([dated, stop('overSizeLimit', subject)], NOBODY)).toEqual({
      group: 'look',
      kind: 'overSizeLimit',
    });
  });

  it('is ready once a caution is answered, for these words or for all of its kind; a stop never is', () => {
    const ready = { group: 'ready', kind: '' };
    expect(standingOfDraft([dated], NOBODY)).toEqual({ group: 'look', kind: 'dayClosed' });
    expect(standingOfDraft([dated], new Set(['dayClosed']))).toEqual(ready);
    expect(standingOfDraft([dated], new Set([noteId(dated)]))).toEqual(ready);
    expect(standingOfDraft([blank], new Set(['blankUnfilled'])).group).toBe('fill');
  });
});

describe('what is left out', () => {
  it('is who must not be written to first, then who cannot be, then who was written to', () => {
    const repeated = caution('sentBefore', { part: 'to' }, { name: 'Edda Dunmore' });
    const marked = stop('doNotWriteTo', { part: 'to' }, { name: 'Desmond Ottaway' });
    expect(leftOutBy([repeated, stop('noRecipient', { part: 'to' }), marked])).toBe('notToBeWrittenTo');
    expect(leftOutBy([repeated, stop('noRecipient', { part: 'to' })])).toBe('noAddress');
    expect(leftOutBy([repeated])).toBe('sentLately');
    expect(leftOutBy([dated])).toBeUndefined();
  });

  it('can be taken in again only where that would not write to somebody who must not, or cannot, be', () => {
    expect((['sentLately', 'byHand', 'notToBeWrittenTo', 'noAddress'] as const).map(canTakeIn)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});

it('what may have gone counts as failed, since a person must look; what is tried again is still going', () => {
  expect((['draft', 'deferred', 'may-have-gone', 'sent'] as const).map(standingOnItsWay)).toEqual([
    undefined,
    'going',
    'failed',
    'gone',
  ]);
});
