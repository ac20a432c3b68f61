import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id, Instant } from './common.ts';
import { Reason as ReasonJson } from './problems.ts';

/** What can be brought in by a list. */
export const IMPORTED = ['contacts', 'matters', 'documents', 'correspondence'] as const;
export type Imported = (typeof IMPORTED)[number];

export const NewImport = Type.Object({
  what: Type.Enum([...IMPORTED]),
  /** The type of the matters; the first there is where it is not said. */
  typeId: Type.Optional(Id),
});
export type NewImport = Static<typeof NewImport>;

const Target = Type.Union([Type.String({ maxLength: 140 }), Type.Null()]);

/** How an import goes about its file; what is not said stays as it was. */
export const ChangeImport = Type.Object(
  {
    /** For each column, what it is; null for one that is left out. */
    mapping: Type.Optional(Type.Array(Target, { maxItems: 400 })),
    typeId: Type.Optional(Id),
    /** What becomes of a line whose contact or matter is there already. */
    existing: Type.Optional(Type.Enum(['leave', 'update'])),
  },
  { additionalProperties: false },
);
export type ChangeImport = Static<typeof ChangeImport>;

export const ImportFault = Type.Object({
  /** Of the file, from 1; its head is line 1. */
  line: Type.Integer(),
  column: Type.String(),
  why: ReasonJson,
});
export type ImportFault = Static<typeof ImportFault>;

/** All lines that have faults, as they stand in the file, to be mended. */
export const FaultyLines = Type.Object({
  fileName: Type.String(),
  heads: Type.Array(Type.String()),
  items: Type.Array(
    Type.Object({
      line: Type.Integer(),
      cells: Type.Array(Type.String()),
      faults: Type.Array(Type.Object({ column: Type.String(), why: ReasonJson })),
    }),
  ),
});
export type FaultyLines = Static<typeof FaultyLines>;

export const ImportCounts = Type.Object({
  lines: Type.Integer(),
  make: Type.Integer(),
  update: Type.Integer(),
  leave: Type.Integer(),
  faults: Type.Integer(),
  /** Contacts made for parties of matters. */
  parties: Type.Integer(),
});
export type ImportCounts = Static<typeof ImportCounts>;

export const ImportView = Type.Object({
  id: Id,
  what: Type.Enum([...IMPORTED]),
  fileName: Type.String(),
  createdAtUtc: Instant,
  by: Type.String(),
  state: Type.Enum(['tried', 'running', 'stopped', 'done', 'undone']),
  /** How the file was written down; empty for a spreadsheet. */
  encoding: Type.String(),
  separator: Type.String(),
  typeId: Type.Union([Id, Type.Null()]),
  existing: Type.Enum(['leave', 'update']),
  columns: Type.Array(
    Type.Object({ head: Type.String(), samples: Type.Array(Type.String()), target: Target }),
  ),
  targets: Type.Array(Type.Object({ key: Type.String(), label: Type.String() })),
  counts: ImportCounts,
  /** Lines that are dealt with, while it runs. */
  done: Type.Integer(),
  /** The first of what is wrong; all of it is in the file of faults. */
  faults: Type.Array(ImportFault),
});
export type ImportView = Static<typeof ImportView>;

export const ImportList = Type.Object({
  items: Type.Array(
    Type.Object({
      id: Id,
      what: Type.Enum([...IMPORTED]),
      fileName: Type.String(),
      createdAtUtc: Instant,
      by: Type.String(),
      state: ImportView.properties.state,
      made: Type.Integer(),
      updated: Type.Integer(),
    }),
  ),
});
export type ImportList = Static<typeof ImportList>;

/** What was taken back, and what stays since it was used or changed meanwhile. */
export const ImportUndone = Type.Object({ undone: Type.Integer(), kept: Type.Integer() });
export type ImportUndone = Static<typeof ImportUndone>;
