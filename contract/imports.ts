import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id } from './common.ts';
import { DocumentJson, InlineJson } from './messages.ts';
import { Reason } from './problems.ts';

const Suggestion = Type.Object({
  path: Type.String(),
  label: Type.String(),
  kind: Type.String(),
  likeness: Type.Number(),
});

export const DecisionJson = Type.Union([
  Type.Object({ kind: Type.Literal('field'), path: Type.String({ minLength: 1, maxLength: 140 }) }),
  Type.Object({
    kind: Type.Literal('blank'),
    label: Type.String({ minLength: 1, maxLength: 120 }),
    answer: Type.Enum(['text', 'date', 'money', 'number']),
  }),
  Type.Object({ kind: Type.Literal('keep') }),
]);
export type DecisionJson = Static<typeof DecisionJson>;

const Gap = Type.Object({
  key: Type.String(),
  text: Type.String(),
  line: Type.String(),
  count: Type.Integer(),
  suggestions: Type.Array(Suggestion),
  proposed: DecisionJson,
});

/** Wording found in a file, with its codes and gaps; or why there is none. */
export const FoundFile = Type.Object({
  fileName: Type.String(),
  problem: Type.Union([Reason, Type.Null()]),
  subject: InlineJson,
  body: DocumentJson,
  gaps: Type.Array(Gap),
  /** What a letter cannot hold, by kind; of pictures, where they were and what they showed. */
  leftOut: Type.Array(
    Type.Object({
      kind: Type.Enum(['picture', 'colour', 'typeface', 'form', 'script', 'frame', 'sound']),
      count: Type.Integer(),
      pictures: Type.Array(Type.Object({ src: Type.String(), alt: Type.String() })),
    }),
  ),
});
export type FoundFile = Static<typeof FoundFile>;
export const FoundFiles = Type.Object({ items: Type.Array(FoundFile) });
export type FoundFiles = Static<typeof FoundFiles>;

export const KeepFound = Type.Object(
  {
    items: Type.Array(
      Type.Object({
        name: Type.String({ minLength: 1, maxLength: 120 }),
        subject: InlineJson,
        body: DocumentJson,
        decisions: Type.Record(Type.String({ maxLength: 200 }), DecisionJson),
      }),
      { minItems: 1, maxItems: 60 },
    ),
    folder: Type.Optional(Type.String({ maxLength: 120 })),
  },
  { additionalProperties: false },
);
export type KeepFound = Static<typeof KeepFound>;

export const KeptFound = Type.Object({
  templates: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type KeptFound = Static<typeof KeptFound>;

export const PackReport = Type.Object({
  templates: Type.Integer(),
  passages: Type.Integer(),
  /** Names that were there already, and were left as they are. */
  known: Type.Array(Type.String()),
});
export type PackReport = Static<typeof PackReport>;
