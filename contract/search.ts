import { Type } from 'typebox';
import type { Static } from 'typebox';
import { RealDay, Id, Instant, page } from './common.ts';

export const Direction = Type.Enum(['in', 'out', 'note']);

/** What is looked for. Everything given must hold. */
export const SearchQuery = Type.Object({
  words: Type.Optional(Type.String({ maxLength: 400 })),
  /** Words of a name or an address. */
  who: Type.Optional(Type.String({ maxLength: 200 })),
  direction: Type.Optional(Direction),
  channel: Type.Optional(Type.Enum(['email', 'text', 'letter', 'note'])),
  category: Type.Optional(Type.String({ maxLength: 60 })),
  withFile: Type.Optional(Type.Boolean()),
  from: Type.Optional(RealDay),
  until: Type.Optional(RealDay),
  matterId: Type.Optional(Id),
  limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
  after: Type.Optional(Type.String({ maxLength: 400 })),
});
export type SearchQuery = Static<typeof SearchQuery>;

const Marked = Type.Array(Type.Object({ text: Type.String(), hit: Type.Boolean() }));

export const FoundEntry = Type.Object({
  entryId: Id,
  matterId: Id,
  reference: Type.String(),
  title: Type.String(),
  direction: Direction,
  channel: Type.String(),
  category: Type.String(),
  occurredAtUtc: Instant,
  who: Type.Array(Type.String()),
  subject: Marked,
  excerpt: Marked,
  files: Marked,
});
export type FoundEntry = Static<typeof FoundEntry>;

/** Counted up to a bound: beyond it “more than” is all that anybody needs. */
export const COUNTED_TO = 1_000;
const Count = Type.Object({ key: Type.String(), count: Type.Integer() });

export const Found = Type.Object({
  ...page(FoundEntry).properties,
  /** How many there are, and how many each filter would leave; on the first page alone. */
  counts: Type.Union([
    Type.Object({
      all: Type.Integer(),
      direction: Type.Array(Count),
      channel: Type.Array(Count),
      category: Type.Array(Count),
      withFile: Type.Integer(),
    }),
    Type.Null(),
  ]),
});
export type Found = Static<typeof Found>;

export const SavedSearch = Type.Object({
  id: Id,
  name: Type.String({ minLength: 1, maxLength: 80 }),
  query: SearchQuery,
});
export type SavedSearch = Static<typeof SavedSearch>;
export const SavedSearches = Type.Object({ items: Type.Array(SavedSearch) });
export type SavedSearches = Static<typeof SavedSearches>;
export const NewSearch = Type.Object({ name: SavedSearch.properties.name, query: SearchQuery });
export type NewSearch = Static<typeof NewSearch>;
