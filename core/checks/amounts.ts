import { currencyNamed, formatMoney, parseMoney } from '../model/money.ts';
import type { CheckInput, Line, MoneyKnown } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { sentenceAround } from './sentences.ts';
import { foldName, foldText } from '../model/words.ts';

/** An amount as people write it: a sign or code of a currency, then figures. */
const AMOUNT = /(?:[£€$¥]|\b(?:GBP|EUR|USD|NOK|SEK|DKK|CHF)\s?)\d[\d.,]*\d|(?:[£€$¥])\d/gu;

/**
 * Amounts that stand for one of the record's and say another: one that the record filled in and was overwritten, and one
 * typed in a sentence that names just one of the record's amounts (`the fee of £950.00`).
 */
export function checkAmounts(input: CheckInput): readonly Note[] {
  const overwritten = input.values.flatMap((value): readonly Note[] => {
    if (value.kind !== 'money' || value.block === null || value.words === value.original) return [];
    if (value.current === value.words) return [];
    return [noteFor(value.block, value.words, { label: value.label, text: value.current ?? value.original })];
  });
  const told = new Set(input.values.filter(({ kind }) => kind === 'money').map(({ words }) => words));
  const typed = input.lines.flatMap((line) => typedIn(line, input, told));
  return [...overwritten, ...typed];
}

function typedIn(line: Line, { amounts, record }: CheckInput, told: ReadonlySet<string>): readonly Note[] {
  return [...line.text.matchAll(AMOUNT)].flatMap((match): readonly Note[] => {
    const words = match[0];
    const amount = parseMoney(words, currencyNamed(words) ?? record.type.currency);
    if (!amount || told.has(words)) return [];
    const text = formatMoney(amount);
    if (amounts.some((known) => known.text === text)) return [];
    const named = namedIn(sentenceAround(line.text, match.index), amounts);
    return named ? [noteFor(line.block, words, named)] : [];
  });
}

/** The one amount of the record whose label a sentence has; undefined where it has none, or several. */
function namedIn(sentence: string, amounts: readonly MoneyKnown[]): MoneyKnown | undefined {
  const said = ` ${foldText(sentence).folded.join(' ')} `;
  const named = amounts.filter(({ label }) => said.includes(` ${foldName(label)} `));
  return named.length === 1 ? named[0] : undefined;
}

const noteFor = (block: number, words: string, { label, text }: MoneyKnown): Note =>
  caution('amountDiffers', { part: 'body', block, words }, { words, label, record: text }, [
    { kind: 'replaceWords', block, words, by: text },
  ]);
