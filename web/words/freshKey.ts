/** A blank's key made of its label: unlike any other in the template. */
export function freshKey(label: string, taken: readonly string[]): string {
  const words = label
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N} ]/gu, '')
    .trim()
    .toLowerCase()
    .split(/\s+/);
  const base =
    words.map((word, n) => (n === 0 ? word : word.slice(0, 1).toUpperCase() + word.slice(1))).join('') ||
    'blank';
  let key = base;
  for (let n = 2; taken.includes(key); n += 1) key = `${base}${n}`;
  return key;
}
