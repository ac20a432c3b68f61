import type { MatterDocument, MatterRecord } from '../../core/model/matter.ts';
import type { PersonId } from '../../core/model/ids.ts';

/** A document as the store keeps it: what core knows, and where the bytes are. */
export interface StoredDocument extends MatterDocument {
  readonly fileName: string;
  readonly blob: string;
  /** For the practice alone. */
  readonly restricted?: boolean;
}

export interface StoredMatter extends MatterRecord {
  readonly documents: readonly StoredDocument[];
  readonly restricted: boolean;
  /** What whoever opens it should know first. */
  readonly note: string;
  /** How often it was changed: a change says which it was made on. */
  readonly revision: number;
  /** What makes its filing address one that nobody can guess. */
  readonly filingToken: string;
}

/** What a matter that is just opened holds. */
export const NOTHING_YET = {
  facts: {},
  dates: {},
  tables: {},
  documents: [],
  restricted: false,
  accessFor: [],
} as const satisfies Partial<NewMatter>;

export interface NewMatter extends Omit<StoredMatter, 'revision' | 'filingToken' | 'note'> {
  readonly note?: string;
  readonly openedAtUtc: number;
  readonly accessFor: readonly PersonId[];
}
