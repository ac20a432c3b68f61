import type { ValueKind } from '../model/value.ts';
import type { FieldInfo } from '../template/fieldCatalogue.ts';
import { nameWords } from './findGaps.ts';
import type { Gap } from './findGaps.ts';

export interface Suggestion {
  readonly path: string;
  readonly label: string;
  readonly kind: ValueKind;
  /** 0–1: how sure. Above {@link SURE} it is proposed by itself. */
  readonly likeness: number;
}

/** From here on a field is proposed without being asked; below it a blank is, with the fields to choose from. */
export const SURE = 0.55;
const MOST = 5;

/** Words that mean the same to whoever wrote the code. */
const SAME: Readonly<Record<string, string>> = {
  ref: 'reference',
  no: 'number',
  nr: 'number',
  num: 'number',
  tel: 'telephone',
  phone: 'telephone',
  mobile: 'telephone',
  email: 'mail',
  surname: 'name',
  fullname: 'name',
  salutation: 'greeting',
  dear: 'greeting',
  addressee: 'greeting',
  customer: 'client',
  insured: 'owner',
  ship: 'vessel',
  boat: 'vessel',
  yacht: 'vessel',
  amount: 'fee',
  sum: 'fee',
  total: 'payable',
  inspection: 'survey',
  surveyor: 'responsible',
  handler: 'responsible',
  writer: 'your',
  user: 'your',
  author: 'your',
  company: 'practice',
  firm: 'practice',
  office: 'practice',
  today: 'sending',
  now: 'sending',
  current: 'sending',
  location: 'lies',
  berth: 'lies',
  file: 'reference',
  case: 'reference',
};
/** Words that tell nothing of what is meant. */
const EMPTY = new Set([
  'the',
  'of',
  'insert',
  'enter',
  'here',
  'field',
  'merge',
  'matter',
  'a',
  's',
  'person',
  'where',
  'she',
]);

const tokensOf = (words: string): readonly string[] =>
  nameWords(words)
    .split(' ')
    .filter((word) => word !== '' && !EMPTY.has(word))
    .map((word) => SAME[word] ?? singular(word));

const singular = (word: string): string => (word.length > 3 && word.endsWith('s') ? word.slice(0, -1) : word);

/** What stands around a gap says of its kind. */
interface Hints {
  readonly kinds: ReadonlySet<ValueKind>;
  readonly words: readonly string[];
}

/** How much before and after a gap is read for hints, in characters. */
const AROUND = 40;

function hintsOf(gap: Gap, line: string): Hints {
  const before = line.slice(Math.max(0, gap.from - AROUND), gap.from).toLowerCase();
  const after = line.slice(gap.to, gap.to + AROUND).toLowerCase();
  const kinds = new Set<ValueKind>();
  if (/(?:[£€$]|sum of|amount of|fee of|total of|invoice for)\s*$/.test(before)) kinds.add('money');
  if (/\b(?:on|dated|by|until|before|from|of the)\s*$/.test(before) || /\bdate\b/.test(gap.name))
    kinds.add('date');
  if (/\b(?:telephone|call|ring|tel)\b[^.]*$/.test(before)) kinds.add('phone');
  if (/\b(?:mail|write to)\b[^.]*$/.test(before)) kinds.add('email');
  const greets = /(?:^|\s)dear\s*$/.test(before) ? ['greeting'] : [];
  const signs = /(?:regards|sincerely|faithfully),?\s*$/.test(before) ? ['your', 'name'] : [];
  const named = before.split(/[.,;]/).at(-1) ?? '';
  return {
    kinds,
    words: [...greets, ...signs, ...tokensOf(named).slice(-3), ...tokensOf(after).slice(0, 1)],
  };
}

const ADDRESSED = new Set(['name', 'greeting']);
const COMMON = new Set(['date', 'day', 'time', 'number', 'address']);

/** The fields that a gap most likely stands for, likeliest first: by its name, its kind, and the words beside it. */
export function suggestFields(gap: Gap, line: string, fields: readonly FieldInfo[]): readonly Suggestion[] {
  const hints = hintsOf(gap, line);
  const named = tokensOf(gap.name);
  // After `Dear` a name is a greeting, whatever it is called.
  const greets = hints.words.includes('greeting');
  const wanted = greets && named.every((word) => ADDRESSED.has(word)) ? ['greeting', 'formal'] : named;
  // What many fields are called says too little to be guessed: it is asked.
  const most = named.length === 1 && COMMON.has(named[0] ?? '') && !greets ? SURE - 0.01 : 1;
  return fields
    .map(({ path, label, kind }) => ({
      path,
      label,
      kind,
      likeness: Math.min(most, likeness(wanted, hints, label, kind, path)),
    }))
    .filter((one) => one.likeness > 0.2)
    .sort((a, b) => b.likeness - a.likeness || a.path.length - b.path.length)
    .slice(0, MOST);
}

function likeness(
  wanted: readonly string[],
  hints: Hints,
  label: string,
  kind: ValueKind,
  path: string,
): number {
  const own = tokensOf(label);
  const named = wanted.length > 0 ? overlap(wanted, own) : 0;
  const besides = hints.words.length > 0 ? overlap(own, hints.words) : 0;
  const fitting = hints.kinds.has(kind) ? 0.25 : 0;
  const misfit = hints.kinds.size > 0 && !hints.kinds.has(kind) && wanted.length === 0 ? 0.3 : 0;
  // A party's own name is wanted more often than anything else about them.
  const plainParty = /^party\.\w+$/.test(path) && wanted.includes('name') ? 0.35 : 0;
  const score =
    wanted.length > 0
      ? named * 0.8 + besides * 0.1 + fitting + plainParty
      : besides * 0.45 + fitting - misfit;
  return Math.max(0, Math.min(1, score));
}

/** The share of words that two names have in common, by Dice; words that differ by a sign count for most of one. */
function overlap(a: readonly string[], b: readonly string[]): number {
  if (a.length === 0 || b.length === 0) return 0;
  let found = 0;
  for (const word of a) found += Math.max(0, ...b.map((other) => alike(word, other)));
  return (2 * found) / (a.length + b.length);
}

function alike(a: string, b: string): number {
  if (a === b) return 1;
  if (a.length > 3 && b.length > 3 && (a.startsWith(b) || b.startsWith(a))) return 0.8;
  return 0;
}

/** The kind that a blank made of a gap would ask for. */
export function blankKindFor(gap: Gap, line: string): 'text' | 'date' | 'money' | 'number' {
  const { kinds } = hintsOf(gap, line);
  if (kinds.has('money') || /\b(?:amount|fee|price|sum|cost)\b/.test(gap.name)) return 'money';
  if (kinds.has('date') || /\b(?:date|day)\b/.test(gap.name)) return 'date';
  return /\b(?:number of|how many|count)\b/.test(gap.name) ? 'number' : 'text';
}

/** What a blank made of a gap is called: the gap's own name, or the words before it. */
export function blankLabelFor(gap: Gap, line: string): string {
  if (gap.name !== '') return gap.name;
  const words = line.slice(0, gap.from).match(/[\p{L}\p{N}'’]+/gu) ?? [];
  return words.slice(-3).join(' ').toLowerCase() || 'to be filled in';
}
