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

/** Where something that is kept is needed. */
export const KEPT_PLACES = [
  'entry',
  'attachment',
  'document',
  'leaving',
  'draft',
  'picture',
  'incoming',
  'incomingFile',
  'deliveryReport',
  'templateFile',
] as const;

/** What needs something that is kept; null for what stands on a matter that the reader may not see. */
const NeededJson = Type.Union([
  Type.Object({
    place: Type.Enum([...KEPT_PLACES]),
    name: Type.Union([Type.String(), Type.Null()]),
    subject: Type.Union([Type.String(), Type.Null()]),
    reference: Type.Union([Type.String(), Type.Null()]),
  }),
  Type.Null(),
]);

/** What a check found; of long lists the first. */
export const VerificationFound = Type.Object({
  entries: Type.Integer(),
  /** The first entry whose seal does not follow; its subject is null where the reader may not see it. */
  brokenSeal: Type.Union([
    Type.Object({ entryId: Id, subject: Type.Union([Type.String(), Type.Null()]) }),
    Type.Null(),
  ]),
  files: Type.Integer(),
  broken: Type.Integer(),
  brokenFiles: Type.Array(
    Type.Object({
      sha256: Type.String(),
      /** Whether its bytes are others than they were, or cannot be read at all. */
      why: Type.Enum(['changed', 'unreadable']),
      neededBy: Type.Array(NeededJson),
    }),
  ),
  notFindable: Type.Integer(),
  /** The subject of one that is not found by its words, where the reader may see it. */
  oneNotFindable: Type.Union([Type.String(), Type.Null()]),
  strayWords: Type.Integer(),
});
export type VerificationFound = Static<typeof VerificationFound>;

export const VerificationJob = Type.Object({
  id: Id,
  state: State,
  done: Type.Integer(),
  of: Type.Integer(),
  /** Null while it is looked at. */
  found: Type.Union([VerificationFound, Type.Null()]),
  sound: Type.Union([Type.Boolean(), Type.Null()]),
  problem: Type.Union([Type.String(), Type.Null()]),
});
export type VerificationJob = Static<typeof VerificationJob>;
