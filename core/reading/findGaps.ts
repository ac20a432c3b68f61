/** How a place that somebody used to fill by hand or by another program is marked in old wording. */
export type GapShape = 'bracket' | 'sign' | 'rule' | 'letters' | 'capitals';

/** A place in a line of old wording that a field or a blank should take. */
export interface Gap {
  readonly from: number;
  readonly to: number;
  /** As it stands, with its brackets or signs. */
  readonly text: string;
  /** What is named inside, as words in lower case; empty for a bare rule. */
  readonly name: string;
  readonly shape: GapShape;
}

/** Longest name inside brackets or signs: beyond this it is an aside, not a code. */
const MAX_NAME = 60;
const MIN_UNDERSCORES = 3;
const MIN_DOTS = 4;

/** Pairs that codes are written between, longest first where one begins like another. */
const PAIRS: readonly (readonly [open: string, close: string])[] = [
  ['{{', '}}'],
  ['[[', ']]'],
  ['<<', '>>'],
  ['«', '»'],
  ['‹', '›'],
  ['${', '}'],
  ['{', '}'],
  ['[', ']'],
  ['<', '>'],
  ['%', '%'],
  ['$', '$'],
  ['#', '#'],
  ['~', '~'],
  ['|', '|'],
  ['@', '@'],
];

/** What parentheses hold when they hold a code: `(amount)`, `(date of survey)`. Anything else in them is an aside. */
const NAMED_IN_PARENTHESES =
  /^(?:the |your |client'?s? |insert |enter )?(?:amount|sum|price|fee|total|date|day|time|name|address|reference|ref|number|no|title|salutation|insert|tbc|tba)(?: .{0,30})?$/i;

/**
 * Finds the codes and gaps of one line, left to right, without overlap. A single pass: what is looked for at a place
 * ends within a bounded distance, so that no text makes it slow.
 */
export function findGaps(line: string): readonly Gap[] {
  const gaps: Gap[] = [];
  // Within a line set in capitals throughout, capitals say nothing.
  const mixed = /\p{Ll}{2}/u.test(line);
  for (let at = 0; at < line.length;) {
    const gap = bracketAt(line, at) ?? ruleAt(line, at) ?? wordAt(line, at, mixed);
    if (gap) {
      gaps.push(gap);
      at = gap.to;
    } else at = nextStart(line, at);
  }
  return gaps;
}

const WORD_SIGN = /[\p{L}\p{N}]/u;

/** The next place where something may begin: within a word nothing does. */
function nextStart(line: string, at: number): number {
  let next = at + 1;
  if (!WORD_SIGN.test(line[at] ?? '')) return next;
  while (next < line.length && WORD_SIGN.test(line[next] ?? '')) next += 1;
  return next;
}

function bracketAt(line: string, at: number): Gap | undefined {
  if (line[at] === '(') return parenthesisAt(line, at);
  for (const [open, close] of PAIRS) {
    if (!line.startsWith(open, at)) continue;
    const inside = insideOf(line, at + open.length, close);
    if (inside === undefined || !isName(inside, open)) continue;
    const to = at + open.length + inside.length + close.length;
    const shape = open === close || open === '${' ? 'sign' : 'bracket';
    return { from: at, to, text: line.slice(at, to), name: nameWords(inside), shape };
  }
  return undefined;
}

function insideOf(line: string, from: number, close: string): string | undefined {
  const end = line.slice(from, from + MAX_NAME + close.length).indexOf(close);
  return end < 1 ? undefined : line.slice(from, from + end);
}

/** Braces and square brackets may be written loosely; a sign or angle with a space behind it is arithmetic or a price. */
const LOOSE = new Set(['{{', '[[', '{', '[', '«', '‹']);

/** A code's name begins with a letter and has no sentence in it; one between two `@` has no space either. */
const isName = (inside: string, open: string): boolean =>
  (LOOSE.has(open) || inside.trim() === inside) &&
  /^\s?(?:[\p{L}_][\p{L}\p{N} _./:'’?-]*|\?{1,3})\s?$/u.test(inside) &&
  !/[.?:]\s/.test(inside) &&
  !(open === '@' && /\s/.test(inside));

function parenthesisAt(line: string, at: number): Gap | undefined {
  const inside = insideOf(line, at + 1, ')');
  if (inside === undefined) return undefined;
  const isNamed = NAMED_IN_PARENTHESES.test(inside.trim()) || isForANoun(line, at, inside);
  if (!isNamed) return undefined;
  const to = at + inside.length + 2;
  return { from: at, to, text: line.slice(at, to), name: nameWords(inside), shape: 'bracket' };
}

/** `the (type of brick) is`: an article with nothing else to belong to. */
const isForANoun = (line: string, at: number, inside: string): boolean =>
  /^\p{Ll}+(?: \p{Ll}+){0,3}$/u.test(inside) &&
  /(?:^|\s)(?:the|a|an)\s$/iu.test(line.slice(Math.max(0, at - 5), at)) &&
  /^(?:[.,;]|\s(?:is|was|will|has|of|and|in|on|at|to)\b|$)/u.test(
    line.slice(at + inside.length + 2, at + inside.length + 8),
  );

/** Runs of underscores, dots or ellipses: what was once filled in with a pen. */
function ruleAt(line: string, at: number): Gap | undefined {
  const sign = line[at];
  if (sign !== '_' && sign !== '.' && sign !== '…') return undefined;
  let to = at;
  while (to < line.length && (line[to] === sign || (line[to] === ' ' && line[to + 1] === sign))) to += 1;
  const length = [...line.slice(at, to)].filter((one) => one === sign).length;
  const least = sign === '_' ? MIN_UNDERSCORES : sign === '.' ? MIN_DOTS : 2;
  return length < least ? undefined : { from: at, to, text: line.slice(at, to), name: '', shape: 'rule' };
}

const LETTERS = /^(?:x{2,8}|xx[/.-]xx[/.-]xx(?:xx)?|tbc|tba|n\.?n\.?)$/i;
const SHOUTED = /^\p{Lu}[\p{Lu}'’]+$/u;
/** Capitals that are words of the language or of the trade and not the name of anything to fill in. */
const NOT_SHOUTED = new Set(
  'OK PDF VAT GMT UTC BST UK EU USA ID CC PS NB FAQ AM PM RE FAO IMPORTANT URGENT NOT AND OR THE NOTE PLEASE'.split(
    ' ',
  ),
);

function wordAt(line: string, at: number, mixed: boolean): Gap | undefined {
  if (at > 0 && WORD_SIGN.test(line[at - 1] ?? '')) return undefined;
  const word = wordFrom(line, at);
  if (word === '') return undefined;
  const dated = /^xx[/.-]xx[/.-]xx(?:xx)?/i.exec(line.slice(at, at + 10))?.[0];
  if (dated !== undefined)
    return { from: at, to: at + dated.length, text: dated, name: 'date', shape: 'letters' };
  if (LETTERS.test(word)) return { from: at, to: at + word.length, text: word, name: '', shape: 'letters' };
  return mixed && SHOUTED.test(word) ? capitalsAt(line, at) : undefined;
}

/** A word as far as it is looked at: what is longer is no code, and looking on from each of its apostrophes would never end. */
function wordFrom(line: string, at: number): string {
  let to = at;
  while (to < line.length && to - at <= MAX_NAME && /[\p{L}\p{N}'’]/u.test(line[to] ?? '')) to += 1;
  return line.slice(at, to);
}

const MAX_SHOUTED_WORDS = 4;

/** `CLIENT NAME`: two words or more. */
function capitalsAt(line: string, at: number): Gap | undefined {
  const words: string[] = [];
  let to = at;
  for (let from = at; words.length < MAX_SHOUTED_WORDS;) {
    const word = wordFrom(line, from);
    if (!SHOUTED.test(word) || NOT_SHOUTED.has(word)) break;
    words.push(word);
    to = from + word.length;
    if (line[to] !== ' ' && line[to] !== '_') break;
    from = to + 1;
  }
  if (words.length < 2) return undefined;
  return { from: at, to, text: line.slice(at, to), name: words.join(' ').toLowerCase(), shape: 'capitals' };
}

/** `ClientName`, `client_name`, `Client.Name` as words: `client name`. */
export const nameWords = (inside: string): string =>
  inside
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .toLowerCase();
