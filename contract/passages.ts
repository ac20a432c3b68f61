import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id, Instant } from './common.ts';
import { DocumentJson } from './messages.ts';
import { TemplateProblemView, VersionSummary } from './templates.ts';

export const PassageSummary = Type.Object({
  id: Id,
  name: Type.String(),
  folder: Type.String(),
  opening: Type.String(),
  /** A single paragraph, which can stand within a line. */
  oneLine: Type.Boolean(),
  uses: Type.Integer(),
  changedAtUtc: Instant,
  changedBy: Type.String(),
});
export type PassageSummary = Static<typeof PassageSummary>;
export const PassageList = Type.Object({ items: Type.Array(PassageSummary) });
export type PassageList = Static<typeof PassageList>;

export const PassageUses = Type.Object({
  templates: Type.Array(Type.Object({ id: Id, name: Type.String(), standing: Type.String() })),
  passages: Type.Array(Type.Object({ id: Id, name: Type.String() })),
  /** Whose default signature it is. */
  signatureOf: Type.Array(Type.String()),
});
export type PassageUses = Static<typeof PassageUses>;

export const PassageDetail = Type.Object({
  ...PassageSummary.properties,
  versionId: Id,
  body: DocumentJson,
  versions: Type.Array(VersionSummary),
  usedIn: PassageUses,
  problems: Type.Array(TemplateProblemView),
});
export type PassageDetail = Static<typeof PassageDetail>;

export const NewPassage = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120 }),
    folder: Type.Optional(Type.String({ maxLength: 120 })),
    body: DocumentJson,
  },
  { additionalProperties: false },
);
export type NewPassage = Static<typeof NewPassage>;

export const ChangePassage = Type.Object(
  {
    baseVersionId: Id,
    name: Type.Optional(Type.String({ minLength: 1, maxLength: 120 })),
    folder: Type.Optional(Type.String({ maxLength: 120 })),
    body: Type.Optional(DocumentJson),
    why: Type.Optional(Type.String({ maxLength: 200 })),
  },
  { additionalProperties: false },
);
export type ChangePassage = Static<typeof ChangePassage>;

export const Signatures = Type.Object({
  people: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      passageId: Type.Union([Id, Type.Null()]),
      further: Type.Array(Id),
    }),
  ),
});
export type Signatures = Static<typeof Signatures>;

export const ChooseSignature = Type.Object(
  {
    passageId: Type.Optional(Type.Union([Id, Type.Null()])),
    /** What they may sign with besides. */
    further: Type.Optional(Type.Array(Id, { maxItems: 20, uniqueItems: true })),
  },
  { additionalProperties: false, minProperties: 1 },
);
export type ChooseSignature = Static<typeof ChooseSignature>;

export const PictureView = Type.Object({
  picture: Type.String(),
  mediaType: Type.String(),
  width: Type.Integer(),
  height: Type.Integer(),
  sizeBytes: Type.Integer(),
});
export type PictureView = Static<typeof PictureView>;
