import { currencyNamed, currencyPlaces, parseMoney } from '../model/money.ts';
import { foldName } from '../model/words.ts';
import { amountsWritten } from './amountsWritten.ts';
import type { AmountWritten } from './amountsWritten.ts';
import type { CheckInput, Line, MoneyKnown } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { sentenceAround } from './sentences.ts';

/**
 * Amounts that stand for one of the record's and say another: one that the record filled in and was overwritten, and one
 * typed as what an amount of the record is (`our fee is £950.00`, `the fee, £950.00,`). A fee of somebody else's, an amount
 * beyond it or taken from it is none of them.
 */
export function checkAmounts(input: CheckInput): readonly Note[] {
  const overwritten = input.values.flatMap((value): readonly Note[] => {
    if (value.kind !== 'money' || value.block === null || value.words === value.original) return [];
    if (value.current === value.words) return [];
    return [noteFor(value.block, value.words, { label: value.label, text: value.current ?? value.original })];
  });
  const told = new Set(input.values.filter(({ kind }) => kind === 'money').map(({ words }) => words));
  const known = knownAmounts(input);
  const typed = input.lines.flatMap((line) => typedIn(line, input, known, told));
  return [...overwritten, ...typed];
}

interface Known extends MoneyKnown {
  readonly minor: bigint;
  readonly currency: string;
}

const knownAmounts = ({ amounts, record }: CheckInput): readonly Known[] =>
  amounts.flatMap((one) => {
    const amount = parseMoney(one.text, currencyNamed(one.text) ?? record.type.currency);
    return amount ? [{ ...one, minor: BigInt(amount.amountMinor), currency: amount.currency }] : [];
  });

function typedIn(
  line: Line,
  { record }: CheckInput,
  known: readonly Known[],
  told: ReadonlySet<string>,
): readonly Note[] {
  const { currency } = record.type;
  const written = amountsWritten(line.text, currency);
  return written.flatMap((amount, n): readonly Note[] => {
    if (amount.readings.length === 0 || told.has(amount.words)) return [];
    if (known.some((one) => isSame(amount, one))) return [];
    const last = written[n - 1];
    const from = last ? last.at + last.words.length : 0;
    const [before, after] = [
      line.text.slice(from, amount.at),
      line.text.slice(amount.at + amount.words.length),
    ];
    const asked =
      statedOf(before, after, known) ?? summedTo(before, after, known) ?? askedFor(line.text, amount, known);
    return asked ? [noteFor(line.block, amount.words, asked)] : [];
  });
}

function isSame({ readings, isWhole, currency: named }: AmountWritten, { minor, currency }: Known): boolean {
  if (named !== undefined && named !== currency) return false;
  const unit = 10n ** BigInt(currencyPlaces(currency));
  return readings.some(
    (one) =>
      one === minor ||
      (isWhole && (one === (minor / unit) * unit || one === ((minor + unit / 2n) / unit) * unit)),
  );
}

/** What may stand before an amount's name for it to be this matter's: `our fee`, `the agreed fee`, `Rent:`. */
const OURS =
  /(?:^|[\n.:;(–—-]\s?|,\s)(?:the\s)?$|(?:^|[^\p{L}])(?:our|your|the|my|this|that|total|whole|agreed|final|full|overall|annual|monthly|yearly|survey|amount|sum|balance|new|current|outstanding|and|in|of|on|with|plus)\s$/iu;
/** For a name of several words an article is enough: `a probate fee of £273`. */
const ANY = /(?:^|[^\p{L}])$/u;
/** Between an amount's name and the amount that it is: at most a phrase, then what says so. */
const STATES =
  /^(?:\s(?:for|on|to|of|so|due|payable|this|in|from|is|as|which|then)\b[^,;:£€$]{0,40}?)?(?:\s(?:is|are|was|were|of|at|comes? to|came to|amounts? to|amounted to|stands? at|will be|would be|will stay at|stays at|remains(?: at)?|totals?|makes?|equals?)|[,:=]|\s?[–—-]|\s\()\s?(?:now\s|only\s|just\s|again\s|still\s)?$/iu;
/** What says that another amount is meant, or none exactly. */
const OTHERWISE =
  /\b(?:about|around|roughly|nearly|almost|up to|over|under|beyond|above|below|less|more|from|deduction|saving|reduced|rose|fell|income|part|half|third|quarter|instalment|of which|of that|each)\b/iu;
/** A rate is no total: `£85 an hour`. */
const RATE = /^\s?(?:an?|per|each|every|\/)\s?(?:hour|day|week|page|item|copy|mile|head|person|half-day)/iu;

/** The record's amount that the words before one name as being it: the nearest named, the longest name first. */
function statedOf(before: string, after: string, known: readonly Known[]): Known | undefined {
  if (RATE.test(after)) return undefined;
  const sentence = before.slice(Math.max(0, lastEnd(before)));
  const folded = foldKeepingLength(sentence);
  const named = known
    .filter(({ label }) => label !== '')
    .map((one) => ({ one, label: foldKeepingLength(one.label) }))
    .sort((a, b) => b.label.length - a.label.length)
    .flatMap(({ one, label }) => {
      const at = folded.lastIndexOf(label);
      if (at < 0 || /\p{L}/u.test(folded[at - 1] ?? '')) return [];
      const rest = sentence.slice(at + label.length).replace(/^(?:s|es)(?![\p{L}])/u, '');
      if (/^[\p{L}]/u.test(rest)) return [];
      const head = sentence.slice(0, at);
      const isOurs = (label.includes(' ') ? ANY : OURS).test(head);
      return isOurs && STATES.test(rest) && !OTHERWISE.test(rest) ? [{ one, at: at + label.length }] : [];
    });
  return named.sort((a, b) => b.at - a.at)[0]?.one;
}

const lastEnd = (text: string): number =>
  Math.max(...['. ', '? ', '! ', '\n'].map((end) => text.lastIndexOf(end))) + 1;

/** Folded letter by letter, so that what is found stands at the same place in the text as written. */
const foldKeepingLength = (text: string): string =>
  [...text]
    .map((sign) => (foldName(sign).length === sign.length ? foldName(sign) || sign : sign.toLowerCase()))
    .join('');

/** `In all £1,284.00 is payable`: the sum of it all, named behind the amount. */
function summedTo(before: string, after: string, known: readonly Known[]): Known | undefined {
  if (!/\b(?:in all|in total|altogether|makes?|total of|sum of)\s(?:of\s)?$/iu.test(before)) return undefined;
  const said = /^\s(?:(?:is|are|will be|falls)\s)?(?:now\s)?(?<named>[\p{L}]+)(?!\sto\s(?!us\b))/iu.exec(
    after,
  );
  const named = foldName(said?.groups?.['named'] ?? '');
  return named === ''
    ? undefined
    : known.find(({ label }) => foldName(label) === named && PAYABLE.test(label));
}

const ASKS_PAYMENT =
  /\b(?:please|kindly)\s(?:now\s)?(?:pay|transfer|remit|settle)\b[^.;£€$]{0,20}$|\bpayment of\s$/iu;
const PAYABLE = /\b(?:payable|due|total|balance|to pay|outstanding)\b/iu;

/** The record's one amount to be paid, where the reader is asked to pay another. */
function askedFor(text: string, { at }: AmountWritten, known: readonly Known[]): Known | undefined {
  const sentence = sentenceAround(text, at);
  const upTo = text.slice(Math.max(0, at - sentence.length), at);
  if (!ASKS_PAYMENT.test(upTo)) return undefined;
  const due = known.filter(({ label }) => PAYABLE.test(label));
  return due.length === 1 ? due[0] : undefined;
}

const noteFor = (block: number, words: string, { label, text }: MoneyKnown): Note =>
  caution('amountDiffers', { part: 'body', block, words }, { words, label, record: text }, [
    { kind: 'replaceWords', block, words, by: text },
  ]);
