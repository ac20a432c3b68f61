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
