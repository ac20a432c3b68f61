import { Type } from 'typebox';
import type { Static } from 'typebox';
import { ComparedPart, Id, page, PageQuery, RealDay } from './common.ts';
import { DocumentView } from './matters.ts';

export const MAX_LINE = 400;
const Category = Type.String({ maxLength: 80 });

/** A document as the folder lists it. */
export const DocumentItem = Type.Object({
  ...DocumentView.properties,
  /** What it is, in a line of one's own. */
  line: Type.String(),
  /** Who put it here; null where it came in, or was sent from here. */
  addedBy: Type.Union([Type.String(), Type.Null()]),
  /** It lies in the bin. */
  deleted: Type.Boolean(),
  /** There is a later version of it. */
  superseded: Type.Boolean(),
  /** The version before it on the same matter, with which it can be compared. */
  before: Type.Union([Id, Type.Null()]),
});
export type DocumentItem = Static<typeof DocumentItem>;

export const DocumentPage = page(DocumentItem);
export type DocumentPage = Static<typeof DocumentPage>;

export const DOCUMENT_SORTS = ['day', 'name', 'category', 'size'] as const;
export type DocumentSort = (typeof DOCUMENT_SORTS)[number];

export const DocumentQuery = Type.Object({
  ...PageQuery.properties,
  sort: Type.Optional(Type.Enum([...DOCUMENT_SORTS])),
  /** Backwards, by what it is sorted by. */
  reversed: Type.Optional(Type.Boolean()),
  /** Words of its name, file name, category, line, or inside it; every one of them. */
  query: Type.Optional(Type.String({ maxLength: 200 })),
  category: Type.Optional(Category),
  /** What lies in the bin, instead of what lies in the folder. */
  deleted: Type.Optional(Type.Boolean()),
});
export type DocumentQuery = Static<typeof DocumentQuery>;

export const AddDocuments = Type.Object({
  category: Type.Optional(Category),
  line: Type.Optional(Type.String({ maxLength: MAX_LINE })),
  /** The document whose next version the file is, whatever the file is called. */
  versionOf: Type.Optional(Id),
});
export const AddedDocuments = Type.Object({ items: Type.Array(DocumentItem) });
export type AddedDocuments = Static<typeof AddedDocuments>;

export const ChangeDocument = Type.Object(
  {
    name: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    category: Type.Optional(Category),
    line: Type.Optional(Type.String({ maxLength: MAX_LINE })),
    addedOn: Type.Optional(RealDay),
    restricted: Type.Optional(Type.Boolean()),
    /** Another matter, to which it is moved. */
    matterId: Type.Optional(Id),
    /** Back out of the bin. */
    deleted: Type.Optional(Type.Literal(false)),
  },
  { additionalProperties: false },
);
export type ChangeDocument = Static<typeof ChangeDocument>;

/** What is seen of a document in its place; `none` is for saving alone. */
export const DocumentPreview = Type.Union([
  Type.Object({ kind: Type.Enum(['pdf', 'picture', 'none']) }),
  Type.Object({ kind: Type.Literal('text'), text: Type.String(), cut: Type.Boolean() }),
  Type.Object({ kind: Type.Literal('page'), html: Type.String() }),
  Type.Object({
    kind: Type.Literal('table'),
    rows: Type.Array(Type.Array(Type.String())),
    cut: Type.Boolean(),
  }),
  Type.Object({
    kind: Type.Literal('mail'),
    from: Type.String(),
    to: Type.String(),
    subject: Type.String(),
    text: Type.String(),
  }),
]);
export type DocumentPreview = Static<typeof DocumentPreview>;

/** How a document’s words differ from those of the version before it; nothing where no words could be read. */
export const DocumentComparison = Type.Object({ parts: Type.Array(ComparedPart) });
export type DocumentComparison = Static<typeof DocumentComparison>;

/** Chosen documents as one file. */
export const BundleQuery = Type.Object({
  /** Their ids, in the order in which they stand in it, with commas between. */
  ids: Type.String({ minLength: 1, maxLength: 8_000 }),
  as: Type.Enum(['zip', 'pdf']),
});
export type BundleQuery = Static<typeof BundleQuery>;
