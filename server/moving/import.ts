import type { Imported, ImportCounts, ImportFault, ImportView } from '../../contract/moving.ts';
import type { ReadContact } from '../../core/directory/contactCsv.ts';
import type { ColumnTarget } from '../../core/moving/columns.ts';
import type { LineFault } from '../../core/moving/matterLine.ts';
import type { Change } from '../access/change.ts';
import type { PersonActor } from '../access/actor.ts';
import type { PersonScope } from '../access/scope.ts';

/** How an import goes about its file. */
export interface ImportOptions {
  /** The target of each column; null for one that is left out. */
  readonly mapping: readonly (string | null)[];
  readonly typeId: string | null;
  readonly existing: 'leave' | 'update';
}

/** What a try of a file came to. */
export interface Tried {
  readonly encoding: string;
  readonly separator: string;
  readonly heads: readonly string[];
  readonly samples: readonly (readonly string[])[];
  readonly counts: ImportCounts;
  readonly faults: readonly ImportFault[];
}

export interface StoredImport {
  readonly id: string;
  readonly what: Imported;
  readonly fileName: string;
  readonly blob: string;
  readonly personId: string;
  readonly createdAtUtc: number;
  readonly state: ImportView['state'];
  readonly options: ImportOptions;
  readonly tried: Tried;
  /** Lines below the head that are dealt with. */
  readonly done: number;
}

/** A line of the file with its number in it, from 1. */
export interface FileLine {
  readonly line: number;
  readonly cells: readonly string[];
  /** A contact of a card, read already. */
  readonly read?: ReadContact;
  /** A message of old correspondence, as its bytes. */
  readonly message?: Buffer;
}

/** What is to become of a line. `subject` is the importer's own. */
export interface Planned<Subject> {
  readonly line: number;
  readonly outcome: 'make' | 'update' | 'leave' | 'fault';
  readonly faults: readonly LineFault[];
  readonly subject?: Subject;
  /** Contacts that are made along with it. */
  readonly parties: number;
}

/** The revision of what was just made. */
export const FIRST_REVISION = 1;

/** Something that an import made or changed, and what takes it back. */
export interface ImportItem {
  readonly kind: 'contact' | 'matter' | 'document' | 'incoming';
  readonly subjectId: string;
  readonly action: 'made' | 'updated';
  /** The revision it has since: one that has another was changed by somebody. */
  readonly revision: number;
  /** How it was before; null for what was made. */
  readonly before: string | null;
}

/** What knows how lines of one kind become records. It remembers what earlier lines of the file were. */
export interface Importer<Subject> {
  /** Looks at some lines: what each would become, and what is wrong with it. */
  readonly plan: (scope: PersonScope, lines: readonly FileLine[]) => Promise<readonly Planned<Subject>[]>;
  /** Does beforehand what takes long and needs nothing of the database: others wait while a change is being made. */
  readonly prepare?: (scope: PersonScope, lines: readonly FileLine[]) => Promise<void>;
  /** Lines that are made in one go, where that is less than usual. */
  readonly atOnce?: number;
  /** Makes what was planned. */
  readonly carryOut: (
    change: Change<PersonActor>,
    planned: readonly Planned<Subject>[],
  ) => Promise<readonly ImportItem[]>;
}

export interface ImporterContext {
  readonly newId: () => string;
  readonly now: () => number;
}

export interface Columns {
  readonly targets: readonly ColumnTarget[];
  /** Those without which no line can be read, one of each group. */
  readonly needed: readonly (readonly string[])[];
}
