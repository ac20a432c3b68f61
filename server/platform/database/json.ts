/**
 * Reads a JSON column. What stands there was written by us from a value of this type, so that the column is a border
 * that was checked when it was crossed inwards.
 */
export const fromJson = <T>(text: string): T => JSON.parse(text) as T;
