/**
 * An expected failure as a value. Wording is made from `code` and `params` in one place outside core, so that the
 * same problem can be said in a margin, in a list or over the API.
 */
export interface Problem<Code extends string, Where = string> {
  readonly code: Code;
  readonly where: Where;
  readonly params: Readonly<Record<string, string | number>>;
}

export type Result<T, P> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: P };

export const succeed = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const fail = <P>(problems: P): { readonly ok: false; readonly problems: P } => ({
  ok: false,
  problems,
});
