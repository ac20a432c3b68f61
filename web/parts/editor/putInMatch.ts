import type { ResolvedPos } from '@tiptap/pm/model';
import type { SuggestionMatch } from '@tiptap/suggestion';

/** Typed at the start of a word, this sign offers what can be put in. It is on every keyboard and begins no word. */
export const PUT_IN_SIGN = '+';

/** What the sign may stand behind; within a word it is what it is: `a+b`. */
const BEFORE = new Set([...' \u00a0(“"‘,.:;–-/']);
/** A name is no longer than this: what goes on is a sentence. */
const MAX_NAME_CHARS = 40;
const MAX_WORDS = 5;
/** These end a name, as does a second space. */
const ENDS = /[.,;:!?+\n]| {2}/;
/** A figure behind the sign is a number, or a telephone number: `+44 1632`, `+5 days`. */
const NAME = /^(?:$|\p{L})/u;

/** The name being typed behind the sign, up to the caret: of one word or several. */
export function nameTyped(text: string): string | undefined {
  const at = text.lastIndexOf(PUT_IN_SIGN);
  if (at < 0 || (at > 0 && !BEFORE.has(text.charAt(at - 1)))) return undefined;
  const name = text.slice(at + PUT_IN_SIGN.length);
  const isName = NAME.test(name) && name.length <= MAX_NAME_CHARS && !ENDS.test(name);
  return isName && name.split(' ').length <= MAX_WORDS ? name : undefined;
}

export function matchBefore($position: ResolvedPos): SuggestionMatch {
  const { nodeBefore, pos } = $position;
  const name = nodeBefore?.isText ? nameTyped(nodeBefore.text ?? '') : undefined;
  if (name === undefined) return null;
  const text = `${PUT_IN_SIGN}${name}`;
  return { range: { from: pos - text.length, to: pos }, query: name, text };
}
