import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addressCandidates, nameCandidates, referenceCandidates, runChecks } from '../checks/index.ts';
import { foldName, wordsOf } from '../model/words.ts';
import { bareSubject } from '../correspondence/answers.ts';
import { oneLine } from '../merge/fieldText.ts';
import { finishMessage } from '../merge/finish.ts';
import { merge } from '../merge/merge.ts';
import { escapeHtml, valueHtml } from '../merge/renderHtml.ts';
import { planMessage, safeFileName } from '../mime/plan.ts';
import { formatMoney, money, parseMoney, percentageOf, sumMoney } from '../model/money.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import { textValue } from '../model/value.ts';
import { findGaps } from '../reading/findGaps.ts';
import { findDates } from '../dates/findDates.ts';
import { readDate } from '../dates/readDate.ts';
import { isMailAddress } from '../recipients/address.ts';
import { isLandline, isSameNumber, numberKeys } from '../recipients/phoneNumber.ts';
import { canReach } from '../recipients/reach.ts';
import { cleanText, isSafeHref, parseDocument, parseInline } from '../template/parseDocument.ts';
import { calendar, checkInputOf, day, field, programOf, readerFor, text, withFacts } from './fixtures.ts';

/** Every function that runs a regular expression on text from outside. A new one belongs in this list. */
const READERS: Readonly<Record<string, (hostile: string) => unknown>> = {
  parsePlainDate,
  parseMoney: (hostile) => parseMoney(hostile, 'GBP'),
  isMailAddress,
  isSafeHref,
  cleanText,
  oneLine,
  escapeHtml,
  valueHtml,
  foldName,
  wordsOf,
  referenceCandidates,
  nameCandidates,
  bareSubject,
  safeFileName,
  checks: (hostile) =>
    runChecks(
      checkInputOf({
        subject: hostile,
        lines: [
          { block: 0, text: `Dear ${hostile}` },
          { block: 1, text: `enclosed ${hostile}` },
        ],
        links: [{ block: 1, words: hostile, href: hostile }],
        maxMessageBytes: 1,
      }),
    ),
  addressCandidates,
  phoneNumber: (hostile) => [
    isLandline({ label: hostile, value: `+${hostile}` }),
    isSameNumber(hostile, `+44${hostile}`),
    numberKeys(`+${hostile}`),
  ],
  canReach: (hostile) => [canReach('text', hostile), canReach('email', hostile)],
  findGaps,
  findDates: (hostile) => findDates(hostile, day('2026-11-24')),
  readDate: (hostile) => readDate(hostile, day('2026-11-24'), calendar),
};

const LENGTH = 100_000;
const HOSTILE: Readonly<Record<string, string>> = {
  letters: 'a'.repeat(LENGTH),
  capitals: 'A'.repeat(LENGTH),
  spaces: ' '.repeat(LENGTH),
  newlines: '\n'.repeat(LENGTH),
  figures: '1'.repeat(LENGTH),
  separators: '1,'.repeat(LENGTH / 2),
  hyphens: 'A-'.repeat(LENGTH / 2),
  apostrophes: "a'".repeat(LENGTH / 2),
  dots: 'a.'.repeat(LENGTH / 2),
  at: 'a@b.'.repeat(LENGTH / 4),
  replies: 're: '.repeat(LENGTH / 4),
  brackets: '<'.repeat(LENGTH),
  slashes: 'https://'.repeat(LENGTH / 8),
  marks: 'e\u0301'.repeat(LENGTH / 2),
  astral: '😀'.repeat(LENGTH / 2),
  lone: '\ud800'.repeat(LENGTH),
};

describe('text made to hang a reader', () => {
  it.each(Object.keys(READERS))('does not hang %s', (name) => {
    const read = READERS[name];
    // A reader that backtracks takes minutes on these; the test's time limit is the measure, not a count of milliseconds.
    for (const hostile of Object.values(HOSTILE)) expect(() => read?.(hostile)).not.toThrow();
  });
});

describe('JSON from anywhere', () => {
  it('is read or refused, never thrown at, and what is read reads back the same', () => {
    fc.assert(
      fc.property(fc.anything(), fc.constantFrom('template', 'message'), (json, use) => {
        const result = parseDocument(json, use);
        if (result.ok) expect(parseDocument(result.value, use)).toEqual(result);
        else expect(result.problems.length).toBeGreaterThan(0);
        expect(() => parseInline(json, use)).not.toThrow();
      }),
      { seed: 99, numRuns: 500 },
    );
  });

  it('is not fooled by properties that every object has', () => {
    for (const type of ['constructor', '__proto__', 'toString', 'hasOwnProperty']) {
      expect(parseDocument({ type: 'doc', content: [{ type }] }, 'message').ok).toBe(false);
      expect(
        parseDocument({ type: 'doc', content: [{ type: 'paragraph', content: [{ type }] }] }, 'message').ok,
      ).toBe(false);
    }
    const reader = readerFor();
    for (const path of [
      'fact.constructor',
      'fact.__proto__',
      'date.toString',
      'calculated.valueOf',
      'party.x',
      'toString',
      '',
      '.',
      'matter.',
    ]) {
      expect([path, reader.read(path)]).toEqual([path, undefined]);
    }
  });
});

describe('values from anywhere', () => {
  it('are never markup in HTML, whatever they hold', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (value) => {
        const reader = readerFor({ record: withFacts({ vessel: textValue(value) }) });
        const letter = merge(
          programOf([[text('On '), field('fact.vessel', {}, { kind: 'leaveOut' })]]),
          reader,
        );
        const { html, subject } = finishMessage({ ...letter, answers: {} }, reader);
        const inside = html.replace(/^<div style="[^"]*"><p style="[^"]*">/, '').replace(/<\/p><\/div>$/, '');
        expect(inside).not.toMatch(/[<>]/);
        expect(subject).not.toMatch(/[\u0000-\u001f\u007f]/);
      }),
      { seed: 12, numRuns: 300 },
    );
  });

  it('never end a header, whatever name or subject they make', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 80 }), (odd) => {
        const plan = planMessage({
          messageId: '<1@x.example>',
          dateUtc: 0,
          from: { name: odd, address: 'a@x.example' },
          recipients: { to: [{ name: odd, address: 'b@x.example', roles: [] }], cc: [], bcc: [] },
          message: { subject: odd, html: '', text: '', open: [] },
          references: [],
          attachments: [{ blob: 'f', fileName: odd, mediaType: 'application/pdf' }],
        });
        const headers = [plan.subject, plan.from.name, plan.to[0]?.name, plan.attachments[0]?.fileName];
        for (const header of headers) expect(header).not.toMatch(/[\r\n\u0000\u2028\u2029]/);
        expect(plan.attachments[0]?.fileName).not.toMatch(/[/\\]|^\.|^$/);
      }),
      { seed: 13, numRuns: 300 },
    );
  });
});

describe('money, whatever the amounts', () => {
  const amount = fc.integer({ min: -(10 ** 12), max: 10 ** 12 });

  it('is summed without loss, in any order', () => {
    fc.assert(
      fc.property(fc.array(amount, { maxLength: 20 }), (minor) => {
        const sum = (list: readonly number[]): number =>
          sumMoney(
            list.map((one) => money(one, 'GBP')),
            'GBP',
          )?.amountMinor ?? NaN;
        expect(sum(minor)).toBe(sum([...minor].reverse()));
        expect(sum(minor)).toBe(minor.reduce((total, one) => total + one, 0));
      }),
      { seed: 21 },
    );
  });

  it('is never off by more than half a minor unit in a percentage, and is symmetric about zero', () => {
    fc.assert(
      fc.property(amount, fc.integer({ min: 0, max: 10_000 }), (minor, points) => {
        const amountMinor = percentageOf(money(minor, 'GBP'), points)?.amountMinor ?? NaN;
        const twice = 2n * (BigInt(amountMinor) * 10_000n - BigInt(minor) * BigInt(points));
        expect(twice <= 10_000n && twice >= -10_000n).toBe(true);
        expect((percentageOf(money(-minor, 'GBP'), points)?.amountMinor ?? NaN) + amountMinor).toBe(0);
      }),
      { seed: 22 },
    );
  });

  it('is written with its sign first and its thousands apart', () => {
    fc.assert(
      fc.property(amount, (minor) => {
        expect(formatMoney(money(minor, 'GBP'))).toMatch(/^-?£\d{1,3}(?:,\d{3})*\.\d{2}$/);
      }),
      { seed: 23 },
    );
  });
});
