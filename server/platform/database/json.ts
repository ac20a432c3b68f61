/**
 * Reads a JSON column. What stands there was written by us from a value of this type, so that the column is a border
 * that was checked when it was crossed inwards.
 */
export const fromJson = <T>(text: string): T => JSON.parse(text) as T;

/** Reads a JSON column whose content is looked at before it is trusted; undefined where it is no JSON at all. */
export function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
