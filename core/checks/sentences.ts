/** The sentence of a text that a place lies in, so that a check can ask what is said around a word. */
export function sentenceAround(text: string, at: number): string {
  const start = Math.max(...['. ', '? ', '! ', '\n'].map((end) => text.lastIndexOf(end, at))) + 1;
  const end = text.slice(at).search(/[.?!](?:\s|$)|\n/u);
  return text.slice(start, end < 0 ? text.length : at + end);
}
