/** How much of a text a list shows. */
const OPENING_CHARS = 180;

const GREETING_LINE = /^(?:dear|good (?:morning|afternoon|evening)|hello|hi|hei|kjære)\b[^\n]{0,120}$/iu;

/** The first words of a text that say something: after its greeting, without what it quotes. */
export function previewText(text: string): string {
  const lines = text
    .slice(0, 8_000)
    .split(/\r?\n/)
    .map((line) => line.trim());
  const own = lines.filter((line) => line !== '' && !line.startsWith('>'));
  const told = own[0] !== undefined && own.length > 1 && GREETING_LINE.test(own[0]) ? own.slice(1) : own;
  return told.join(' ').replace(/\s+/g, ' ').slice(0, OPENING_CHARS);
}
