import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id } from './common.ts';
import { SearchQuery } from './search.ts';

/** What is taken out: entries that a search finds, in an open form; or the whole practice; or a check of all that is kept. */
export const NewExport = Type.Union([
  Type.Object({ form: Type.Enum(['zip', 'pdf', 'mbox', 'csv']), query: SearchQuery }),
  Type.Object({ form: Type.Literal('practice') }),
]);
export type NewExport = Static<typeof NewExport>;

const State = Type.Enum(['running', 'done', 'failed', 'calledOff']);

export const ExportJob = Type.Object({
  id: Id,
  state: State,
  done: Type.Integer(),
  of: Type.Integer(),
  fileName: Type.Union([Type.String(), Type.Null()]),
  problem: Type.Union([Type.String(), Type.Null()]),
});
export type ExportJob = Static<typeof ExportJob>;

export const VerificationJob = Type.Object({
  id: Id,
  state: State,
  done: Type.Integer(),
  of: Type.Integer(),
  /** What was found, a line each; null while it is looked at. */
  lines: Type.Union([Type.Array(Type.String()), Type.Null()]),
  sound: Type.Union([Type.Boolean(), Type.Null()]),
  problem: Type.Union([Type.String(), Type.Null()]),
});
export type VerificationJob = Static<typeof VerificationJob>;
