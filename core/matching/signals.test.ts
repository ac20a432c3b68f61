import { describe, expect, it } from 'vitest';
import { asId } from '../model/ids.ts';
import type { MatterId } from '../model/ids.ts';
import { automatic } from './automatic.ts';
import { closed } from './closed.ts';
import { speaksOfAnother } from './speaksOfAnother.ts';
import { filingAddress } from './filingAddress.ts';
import { correspondentsIn } from './incomingMail.ts';
import type { IncomingMail } from './incomingMail.ts';
import { candidatesIn, filesItself, matchMail } from './index.ts';
import type { CandidateMatter, MatchFacts } from './index.ts';
import { matchInput, subjectWords } from './matchInput.ts';
import { names } from './names.ts';
import { otherParty } from './otherParty.ts';
import { party } from './party.ts';
import { wroteBefore } from './wroteBefore.ts';
import { reference } from './reference.ts';
import { subject } from './subject.ts';
import { thread } from './thread.ts';

const [A, B, C] = ['a', 'b', 'c'].map((id) => asId<MatterId>(id)) as [MatterId, MatterId, MatterId];
const OWN = new Set(['office@practice.example', 'maud@practice.example']);
const NOW = Date.parse('2026-11-24T09:00:00Z');
const DAY_MS = 86_400_000;

const candidate = (id: MatterId, change: Partial<CandidateMatter> = {}): CandidateMatter => ({
  id,
  reference: `SV-10${id}`.toUpperCase().replace(/[A-C]$/, (letter) => String(letter.charCodeAt(0))),
  open: true,
  lastEntryAtUtc: undefined,
  subjects: [],
  ...change,
});
const matterA = candidate(A);
const matterB = candidate(B);

const facts = (change: Partial<MatchFacts> = {}): MatchFacts => ({
  matters: new Map([matterA, matterB, candidate(C)].map((one) => [one.id, one])),
  addressed: new Set(),
  threads: new Map(),
  byReference: new Map(),
  partyOf: new Map(),
  wroteOn: new Map(),
  byName: new Map(),
  ...change,
});

const mail = (change: Partial<IncomingMail> = {}): IncomingMail => ({
  from: { name: 'Ines Okafor', address: 'ines@post.example' },
  to: [{ name: '', address: 'office@practice.example' }],
  cc: [],
  deliveredTo: [],
  subject: 'The mast',
  text: 'Would you look at it?',
  references: [],
  automatic: false,
  sentAtUtc: NOW,
  ...change,
});

const input = (letter: Partial<IncomingMail>, known: Partial<MatchFacts> = {}) =>
  matchInput(mail(letter), facts(known), OWN);

describe('whose message it is', () => {
  it('is its writer’s where it came in', () => {
    expect(correspondentsIn(mail({ cc: [{ name: '', address: 'Tom@Brae.example' }] }), OWN)).toEqual({
      ours: false,
      first: ['ines@post.example'],
      others: ['tom@brae.example'],
    });
  });

  it('is theirs to whom it went, where one of ours wrote it elsewhere', () => {
    const sent = mail({
      from: { name: 'Maud', address: 'Maud@practice.example' },
      to: [
        { name: '', address: 'ines@post.example' },
        { name: '', address: 'office@practice.example' },
      ],
      cc: [{ name: '', address: 'tom@brae.example' }],
    });
    expect(correspondentsIn(sent, OWN)).toEqual({
      ours: true,
      first: ['ines@post.example'],
      others: ['tom@brae.example'],
    });
  });
});

describe('what might be looked up', () => {
  it('is what the message names, once each, and none of our own addresses', () => {
    const found = candidatesIn(
      mail({
        subject: 'SV-2041: Saltmarsh Wren',
        text: 'SV-2041 again, and SV-2044.\nTom Brae sends his regards.',
        cc: [
          { name: '', address: 'ines@post.example' },
          { name: '', address: 'maud@practice.example' },
        ],
      }),
      OWN,
    );
    expect(found.references).toEqual(['SV-2041', 'SV-2044']);
    expect(found.addresses).toEqual(['ines@post.example']);
    expect(found.names).toEqual(expect.arrayContaining(['saltmarsh wren', 'tom brae']));
  });

  it('ends at a bound, however long the message is', () => {
    const long = mail({ text: `${'word '.repeat(10_000)}SV-9999` });
    expect(candidatesIn(long, OWN).references).toEqual([]);
  });
});

describe('the matter’s own address', () => {
  it('says more than anything else', () => {
    expect(filingAddress(input({}, { addressed: new Set([A]) }), matterA)?.weight).toBeGreaterThan(10);
    expect(filingAddress(input({}, { addressed: new Set([A]) }), matterB)).toBeUndefined();
  });
});

describe('a thread', () => {
  const threads = new Map([
    ['<1@x>', [A]],
    ['<2@x>', [A, B]],
  ]);
  const weigh = (references: readonly string[], matter = matterA): number | undefined =>
    thread(input({ references }, { threads }), matter)?.weight;

  it('says more of what it answers than of what came before that', () => {
    expect(weigh(['<1@x>']) ?? 0).toBeGreaterThan(weigh(['<1@x>', '<9@x>']) ?? 0);
  });

  it('says less where that is filed on several matters', () => {
    expect(weigh(['<2@x>']) ?? 0).toBeLessThan(weigh(['<1@x>']) ?? 0);
  });

  it('says nothing of a matter that it is not filed on', () => {
    expect([weigh(['<1@x>'], matterB), weigh(['<9@x>']), weigh([])]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});

describe('a reference', () => {
  const own = matterA.reference;

  it.each([
    [{ subject: `About ${own}` }, 'referenceInSubject'],
    [{ text: `Under ${own}, please.` }, 'referenceInText'],
    [{ text: `Yes.\n\n> Under ${own}\n> we wrote.` }, 'referenceQuoted'],
    [{ text: 'Under no reference.' }, undefined],
  ])('in %j is %s', (letter, code) => {
    expect(reference(input(letter), matterA)?.code).toBe(code);
  });

  it('of another matter speaks against this one, unless both are named', () => {
    const byReference = new Map([
      [own, A],
      [matterB.reference, B],
    ]);
    const other = { text: `Under ${matterB.reference}.` };
    expect(speaksOfAnother(input(other, { byReference }), matterA)?.weight).toBeLessThan(0);
    expect(speaksOfAnother(input(other, { byReference }), matterB)).toBeUndefined();
    const both = { text: `Under ${matterB.reference} and ${own}.` };
    expect(speaksOfAnother(input(both, { byReference }), matterA)).toBeUndefined();
    // What it only quotes is not what its writer means.
    const quoted = { text: `Yes.\n\n> Under ${matterB.reference}` };
    expect(speaksOfAnother(input(quoted, { byReference }), matterA)).toBeUndefined();
  });
});

describe('a party', () => {
  const partyOf = (ids: readonly MatterId[]) => ({ partyOf: new Map([['ines@post.example', ids]]) });

  it('says the less, the more matters they are on', () => {
    const weights = [[A], [A, B], [A, B, C]].map(
      (ids) => party(input({}, partyOf(ids)), matterA)?.weight ?? 0,
    );
    expect([...weights].sort((a, b) => b - a)).toEqual(weights);
    expect(new Set(weights).size).toBe(3);
    expect(party(input({}, partyOf([A, B])), matterA)?.params).toEqual({ matters: 2 });
  });

  it('says something still, on however many', () => {
    const many = Array.from({ length: 400 }, (_, n) => asId<MatterId>(`m${n}`));
    expect(party(input({}, partyOf([A, ...many])), matterA)?.weight).toBeGreaterThan(1);
  });

  it('is counted on open matters alone, where there are any', () => {
    const matters = new Map([
      [A, matterA],
      [B, candidate(B, { open: false })],
    ]);
    expect(party(input({}, { ...partyOf([A, B]), matters }), matterA)?.params).toEqual({ matters: 2 });
    const closedAll = new Map([A, B].map((id) => [id, candidate(id, { open: false })]));
    expect(party(input({}, { ...partyOf([A, B]), matters: closedAll }), matterA)?.params).toEqual({
      matters: 2,
    });
  });

  it('beside the writer says a little', () => {
    const copied = { cc: [{ name: '', address: 'tom@brae.example' }] };
    const known = { partyOf: new Map([['tom@brae.example', [A]]]) };
    expect(otherParty(input(copied, known), matterA)?.weight).toBeGreaterThan(0);
    expect(otherParty(input(copied, known), matterB)).toBeUndefined();
    expect(party(input(copied, known), matterA)).toBeUndefined();
  });
});

describe('whoever wrote before', () => {
  const wroteOn = new Map([['ines@post.example', [A]]]);
  const weigh = (days: number | undefined): number =>
    wroteBefore(
      input({}, { wroteOn }),
      candidate(A, { lastEntryAtUtc: days === undefined ? undefined : NOW - days * DAY_MS }),
    )?.weight ?? 0;

  it('is likelier meant where that was of late', () => {
    expect(weigh(3)).toBeGreaterThan(weigh(200));
    expect(weigh(200)).toBe(weigh(undefined));
    expect(wroteBefore(input({}, { wroteOn }), matterB)).toBeUndefined();
  });
});

describe('a name', () => {
  const byName = new Map([
    ['saltmarsh wren', [A]],
    ['tom brae', [A, B, C]],
    ['ines okafor', [A]],
  ]);
  const found = (letter: Partial<IncomingMail>) => names(input(letter, { byName }), matterA);

  it('says more at the head than in the text, and more where few have it', () => {
    const head = found({ subject: 'Saltmarsh Wren: the mast' });
    const inText = found({ text: 'It is about Saltmarsh Wren.' });
    const common = found({ text: 'It is about Tom Brae.' });
    expect([head?.code, inText?.code, common?.code]).toEqual(['nameInSubject', 'nameInText', 'nameInText']);
    expect(head?.weight).toBeGreaterThan(inText?.weight ?? 0);
    expect(inText?.weight).toBeGreaterThan(common?.weight ?? 0);
    expect(head?.params).toEqual({ words: 'Saltmarsh Wren' });
  });

  it('is the rarest of those that are there', () => {
    expect(found({ text: 'Tom Brae asks about Saltmarsh Wren.' })?.params).toEqual({
      words: 'Saltmarsh Wren',
    });
  });

  it('of whoever signs says nothing', () => {
    expect(found({ text: 'Kind regards,\nInes Okafor' })).toBeUndefined();
  });
});

describe('a subject', () => {
  const known = candidate(A, { subjects: ['saltmarsh wren: your survey report', 'hello'] });

  it.each([
    ['Re: Saltmarsh Wren: your survey report', 'sameSubject'],
    ['Saltmarsh Wren, the survey report', 'likeSubject'],
    ['Something else altogether', undefined],
    ['Hello', undefined],
  ])('“%s” is %s', (words, code) => {
    expect(subject(input({ subject: words }), known)?.code).toBe(code);
  });

  it('is told by its longer words', () => {
    expect([...subjectWords('re: the survey of the wren')]).toEqual(['survey', 'wren']);
  });
});

describe('what speaks against', () => {
  it('is that a matter is closed, and that a machine wrote', () => {
    expect(closed(input({}), matterA)).toBeUndefined();
    expect(closed(input({}), candidate(A, { open: false }))?.weight).toBeLessThan(0);
    expect(automatic(input({}), matterA)).toBeUndefined();
    expect(automatic(input({ automatic: true }), matterA)?.weight).toBeLessThan(0);
  });
});

describe('suggestions', () => {
  const two = (change: Partial<MatchFacts> = {}) =>
    matchMail(
      mail(),
      facts({ matters: new Map([matterA, matterB].map((one) => [one.id, one])), ...change }),
      OWN,
    );

  it('are chances: together with “none of them” they make one', () => {
    const found = two({ partyOf: new Map([['ines@post.example', [A, B]]]) });
    const sum = found.reduce((all, { likelihood }) => all + likelihood, 0);
    expect(sum).toBeLessThan(1);
    expect(sum).toBeGreaterThan(0.5);
    expect(found[0]?.likelihood).toBeCloseTo(found[1]?.likelihood ?? 0);
  });

  it('stand in the order of their likelihood, each reason in that of its weight', () => {
    const found = two({
      partyOf: new Map([['ines@post.example', [A, B]]]),
      threads: new Map([['<1@x>', [B]]]),
      wroteOn: new Map([['ines@post.example', [B]]]),
    });
    expect(found.map(({ matterId }) => matterId)[0]).toBe(B);
    for (const { reasons } of found)
      expect(reasons.map(({ weight }) => weight)).toEqual(
        reasons.map(({ weight }) => weight).sort((a, b) => b - a),
      );
  });

  it('leave out what is hardly likely, and are few', () => {
    const matters = Array.from({ length: 30 }, (_, n) => candidate(asId<MatterId>(`m${n}`)));
    const ids = matters.map(({ id }) => id);
    const found = matchMail(
      mail(),
      facts({
        matters: new Map(matters.map((one) => [one.id, one])),
        partyOf: new Map([['ines@post.example', ids]]),
      }),
      OWN,
    );
    expect(found.length).toBeLessThanOrEqual(5);
    expect(two()).toEqual([]);
  });
});

describe('filing by itself', () => {
  const suggestion = (likelihood: number) => [{ matterId: A, likelihood, reasons: [] }];

  it.each([
    [0.98, 0.97, undefined, true],
    [0.96, 0.97, undefined, false],
    [0.6, 0.97, 'always', true],
    [0.4, 0.97, 'always', false],
    [0.999, 0.97, 'never', false],
    [0.999, 1, undefined, false],
  ] as const)('at %d from %d with the rule %s is %s', (likelihood, threshold, rule, files) => {
    expect(filesItself(suggestion(likelihood), threshold, rule)).toBe(files);
  });

  it('is nothing without a suggestion', () => {
    expect(filesItself([], 0, 'always')).toBe(false);
  });
});
