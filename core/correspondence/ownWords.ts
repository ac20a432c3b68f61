/** Where a quoted message begins, as mail programs of several kinds write it. */
const QUOTE_HEADS: readonly RegExp[] = [
  /^-{2,}\s*(?:original|forwarded|opprinnelig|videresendt)\b/i,
  /^(?:on|am|le|den|på)\b.{4,160}(?:wrote|schrieb|a écrit|skrev)\b.{0,60}:$/i,
  /^(?:from|von|de|fra)\s?:.{3,}$/i,
];

const isQuoteHead = (line: string): boolean =>
  line.length < 200 && QUOTE_HEADS.some((head) => head.test(line));

/**
 * A message's text cut into what its writer wrote and what it quotes: everything from the first line that heads a quoted
 * message, and every line behind a `>` (RFC 3676 §4.5).
 */
export function ownWords(text: string): { readonly own: string; readonly quoted: string } {
  const own: string[] = [];
  const quoted: string[] = [];
  let below = false;
  for (const line of text.split('\n')) {
    const bare = line.trim();
    below ||= own.length > 0 && isQuoteHead(bare);
    (below || bare.startsWith('>') ? quoted : own).push(line);
  }
  return { own: own.join('\n'), quoted: quoted.join('\n') };
}
