/** Nothing that is read here is nested so deep: a letter is lists in tables in conditions, not a hundred of them. */
const MAX_DEPTH = 200;

const [QUOTE, BACKSLASH, OPEN_LIST, OPEN_OBJECT, CLOSE_LIST, CLOSE_OBJECT] = [
  0x22, 0x5c, 0x5b, 0x7b, 0x5d, 0x7d,
];

/**
 * Whether JSON (RFC 8259 §9 lets a reader limit the depth of nesting) goes deeper than is read here, looked at before it is
 * parsed: one pass over the bytes, ended at the first place that is too deep.
 */
export function isTooDeep(bytes: Uint8Array): boolean {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at];
    if (quoted) {
      if (byte === BACKSLASH) at += 1;
      else if (byte === QUOTE) quoted = false;
    } else if (byte === QUOTE) quoted = true;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      depth += 1;
      if (depth > MAX_DEPTH) return true;
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth -= 1;
  }
  return false;
}
