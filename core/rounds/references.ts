/** References that a person pastes, one to a line, or between commas, semicolons and tabs; each once, as written. */
export const readReferences = (text: string): readonly string[] => [
  ...new Set(
    text
      .split(/[\n\r,;\t]/u)
      .map((part) =>
        part
          .trim()
          .replace(/^"(.*)"$/u, '$1')
          .trim(),
      )
      .filter((part) => part !== ''),
  ),
];

/** A column that a file calls by such a name has the references. */
const NAMED = /\b(?:reference|ref|matter|file|case)(?:\s*(?:no|number|nr|#))?\b/i;

/** The references in a table that was read from a file, its first row perhaps the names of its columns, and whence they are. */
export function referencesInTable(rows: readonly (readonly string[])[]): {
  readonly column: string;
  readonly references: readonly string[];
} {
  const [head = [], ...rest] = rows;
  const at = head.findIndex((name) => NAMED.test(name));
  // Without a name that says so, the first column; then the first row is read too.
  const from = at < 0 ? rows : rest;
  const cells = from.map((row) => (row[Math.max(0, at)] ?? '').trim()).filter((cell) => cell !== '');
  return { column: at < 0 ? '1' : (head[at] ?? '').trim(), references: [...new Set(cells)] };
}
