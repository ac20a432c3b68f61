import { describe, expect, it, vi } from 'vitest';
import type { EntrySummary } from '../../../contract/correspondence.ts';
import type { ShelfItem } from '../../../contract/matters.ts';
import type { Message } from '../../../contract/messages.ts';
import type { NoteCode } from '../../../core/checks/note.ts';
import { day } from '../../../core/tests/fixtures.ts';
import { dayOf, exactTime, listDay, readDay, timeOfDay } from '../dates.ts';
import { noteWords, remedyWords } from './noteWords.ts';
import {
  awaitingWords,
  heardWords,
  fileSize,
  plural,
  problemCode,
  problemWords,
  readinessWords,
  reasonWords,
  refusalAdvice,
  stateWords,
  usualWords,
} from './wording.ts';

type Note = Message['notes'][number];

const note = (code: string, params: Note['params'] = {}): Note => ({
  id: code,
  code,
  severity: 'caution',
  where: { part: 'subject' },
  params,
  remedies: [],
});

const CODES: readonly NoteCode[] = [
  'blankUnfilled',
  'noRecipient',
  'malformedAddress',
  'doNotWriteTo',
  'overSizeLimit',
  'spokenNotEnclosed',
  'noneEnclosed',
  'enclosedNotSpoken',
  'greetingNamesOther',
  'greetingLeavesOut',
  'otherMatterReference',
  'otherMatterName',
  'noSubject',
];

describe('what notes say', () => {
  it('has words of its own for every code', () => {
    const titles = CODES.map(
      (code) => noteWords(note(code, { name: 'N', label: 'L', category: 'C', addedOn: '2026-11-23' })).title,
    );
    expect(new Set(titles).size).toBe(CODES.length);
    expect(titles).not.toContain('Please look at this');
    expect(noteWords(note('somethingNew')).title).toBe('Please look at this');
  });

  it.each([
    ['malformedAddress', { address: 'x@y' }, '“x@y” is not a whole email address.'],
    [
      'overSizeLimit',
      { bytes: 27_400_000, limitBytes: 25_000_000 },
      '27.4 MB on its way, the mail server takes 25.0 MB. Remove an enclosure.',
    ],
    ['otherMatterName', { words: 'Gilded Tern', reference: 'SV-2044' }, '“Gilded Tern” belongs to SV-2044.'],
    ['blankUnfilled', { label: 'what matters most', key: 'k' }, '“what matters most” is still open.'],
  ])('%s', (code, params, detail) => expect(noteWords(note(code, params)).detail).toBe(detail));

  it('names what a remedy will do', () => {
    expect(remedyWords({ kind: 'replaceWords', block: 0, words: 'x', by: 'Dear Ms Okafor' })).toBe(
      'Write “Dear Ms Okafor”',
    );
    expect(remedyWords({ kind: 'enclose', documentId: 'd', name: 'n' })).toBe('Enclose it');
    expect(remedyWords({ kind: 'removeRecipient', address: 'a' })).toBe('Remove');
    expect(remedyWords({ kind: 'goToBlank', key: 'k' })).toBe('Go to it');
  });
});

const NEVER = { followed: 0, followedOf: 0, atStage: 0, atStageOf: 0, usedByPerson: 0, sentHere: false };
const shelfItem = (change: Partial<ShelfItem>): ShelfItem => ({
  templateId: 't',
  name: 'T',
  channel: 'email',
  category: 'C',
  readiness: 'ready',
  blanks: 0,
  reasons: [],
  words: '',
  days: [],
  tags: [],
  to: [],
  use: NEVER,
  why: null,
  due: null,
  ...change,
});

describe('what the shelf says', () => {
  it('says readiness and reasons in words', () => {
    expect(readinessWords(shelfItem({}))).toBe('ready');
    expect(readinessWords(shelfItem({ readiness: 'blanks', blanks: 1 }))).toBe('1 blank');
    expect(readinessWords(shelfItem({ readiness: 'blanks', blanks: 3 }))).toBe('3 blanks');
    expect(readinessWords(shelfItem({ readiness: 'unavailable' }))).toBe('not here');
    expect(reasonWords({ code: 'roleEmpty', params: { role: 'broker' } })).toBe('no broker on this matter');
    expect(reasonWords({ code: 'documentMissing', params: { category: 'Invoice' } })).toBe(
      'no invoice on this matter yet',
    );
    expect(reasonWords({ code: 'unheardOf', params: {} })).toBe('not possible here');
  });

  it('says why something usually comes next, from the practice’s own history', () => {
    const use = { ...NEVER, followed: 31, followedOf: 38, atStage: 5, atStageOf: 9, usedByPerson: 4 };
    expect(usualWords(shelfItem({ use, why: 'follows' }), 'What we found')).toBe(
      'after “What we found”, 31 of 38 times',
    );
    expect(usualWords(shelfItem({ use, why: 'follows' }), null)).toBe(
      'first on such matters, 31 of 38 times',
    );
    expect(usualWords(shelfItem({ use, why: 'stage' }), 'x')).toBe('at this stage, 5 of 9 times');
    expect(usualWords(shelfItem({ use, why: 'habit' }), 'x')).toBe('you sent it 4 times');
    const near = { kind: 'dateNear', label: 'Report due', days: 1 } as const;
    expect(usualWords(shelfItem({ why: 'due', due: near }), 'x')).toBe('Report due is in 1 day');
    const waits = { kind: 'followUp', what: 'Ask again' } as const;
    expect(usualWords(shelfItem({ why: 'due', due: waits }), 'x')).toBe('due: Ask again');
    expect(usualWords(shelfItem({}), 'x')).toBeUndefined();
  });
});

describe('where a message is', () => {
  const at = Date.parse('2026-11-24T14:30:00Z');
  const stated = (state: Message['state'], stateDetail: Message['stateDetail'] = {}): string =>
    stateWords({ state, stateDetail, channel: 'email' });

  it('is said in words for every state', () => {
    vi.useFakeTimers({ now: Date.parse('2026-11-24T09:00:00Z') });
    const words = (
      ['draft', 'held', 'queued', 'sending', 'deferred', 'sent', 'failed', 'may-have-gone'] as const
    ).map((state) => stated(state));
    expect(new Set(words).size).toBe(8);
    expect(stated('deferred', { reply: '450 4.2.0 later' })).toMatch(/^Put off by the mail server/);
    expect(stated('deferred', { reply: 'connect ECONNREFUSED' })).toMatch(
      /^The mail server cannot be reached/,
    );
    const heard = (channel: Message['channel'], reply: string): string =>
      heardWords({ state: 'failed', stateDetail: { reply }, channel });
    expect([
      heard('email', '550 no'),
      heard('email', 'connect ECONNREFUSED'),
      heard('letter', 'IPP 0x0503'),
      heard('text', '429 too many'),
    ]).toEqual([
      'The mail server answered:',
      'What happened:',
      'The printer answered:',
      'The text gateway answered:',
    ]);
    expect(stated('held', { leavesAtUtc: at })).toBe(`Sends at ${timeOfDay(at)}`);
    expect(stated('held', { leavesAtUtc: at + 86_400_000 * 2 })).toBe(
      `Sends Thursday 26 November at ${timeOfDay(at)}`,
    );
    vi.useRealTimers();
  });

  it.each([
    ['550 5.1.1 <a@x.example>: no such mailbox here', /address does not exist/],
    ['552 5.2.2 The mailbox is full', /mailbox is full/],
    ['552 5.3.4 message larger than this host takes', /too large/],
    ['554 rejected by policy', /Nothing has gone/],
  ])('advises on “%s”', (reply, advice) => expect(refusalAdvice(reply)).toMatch(advice));

  const entry = (awaiting: EntrySummary['awaiting']): EntrySummary => ({
    id: 'e',
    direction: 'out',
    authenticated: 'passed',
    channel: 'email',
    occurredAtUtc: 0,
    subject: '',
    opening: '',
    who: [],
    conversationId: 'c',
    attachmentNames: [],
    standing: null,
    bounced: false,
    category: '',
    awaiting,
  });

  const TODAY = readDay('2026-11-24');

  it('says who owes whom an answer, and when that is late', () => {
    expect(awaitingWords(entry({ kind: 'nothing' }), TODAY)).toBeUndefined();
    // What asks for nothing still went today, and only today.
    expect(awaitingWords(entry({ kind: 'nothing' }), dayOf(0))).toEqual({ words: 'sent today', late: false });
    expect(awaitingWords({ ...entry({ kind: 'nothing' }), direction: 'in' }, dayOf(0))).toBeUndefined();
    expect(awaitingWords(entry({ kind: 'theirAnswer', days: 0 }), TODAY)).toEqual({
      words: 'sent today',
      late: false,
    });
    expect(awaitingWords(entry({ kind: 'theirAnswer', days: 9 }), TODAY)).toEqual({
      words: 'we are waiting · 9 days',
      late: true,
    });
    expect(awaitingWords(entry({ kind: 'ourAnswer', days: 1 }), TODAY)).toEqual({
      words: 'they are waiting · 1 day',
      late: false,
    });
    expect(awaitingWords(entry({ kind: 'ourAnswer', days: 0 }), TODAY)).toEqual({
      words: 'they are waiting',
      late: false,
    });
  });
});

describe('problems', () => {
  it('are said by their code and reasons, or in plain words where there are none', () => {
    const answered = {
      status: 409,
      data: { code: 'badTime', because: [{ code: 'timeOutOfReach' }, { code: 'nothingSent' }, 7] },
    };
    expect([problemCode(answered), problemWords(answered)]).toEqual([
      'badTime',
      'The time to send lies in the past, or more than a year ahead. Nothing was sent.',
    ]);
    expect(problemWords({ status: 'FETCH_ERROR' })).toMatch(/can’t be reached/);
    for (const odd of [undefined, null, 7, {}, { data: 'x' }]) {
      expect([problemCode(odd), problemWords(odd)]).toEqual([
        undefined,
        expect.stringMatching(/^Something went wrong on the server/),
      ]);
    }
  });
});

describe('sizes, counts and days', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [1_499, '1 kB'],
    [410_000, '410 kB'],
    [2_130_000, '2.1 MB'],
  ])('%i bytes is %s', (bytes, words) => expect(fileSize(bytes)).toBe(words));

  it('counts in words', () => {
    expect([plural(1, 'matter'), plural(2, 'matter'), plural(0, 'entry', 'entries')]).toEqual([
      '1 matter',
      '2 matters',
      '0 entries',
    ]);
  });

  it('writes days in lists short, with the year where it is another', () => {
    expect(listDay(day('2026-03-05'), day('2026-11-24'))).toBe('Thu 5 Mar');
    expect(listDay(day('2025-12-31'), day('2026-11-24'))).toBe('31 Dec 2025');
    expect(exactTime(Date.parse('2026-11-24T12:00:00Z'))).toMatch(/^Tuesday 24 November 2026, \d+:\d\d$/);
    expect(() => readDay('never')).toThrow(RangeError);
  });
});
