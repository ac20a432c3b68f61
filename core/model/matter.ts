import type { Contact } from './contact.ts';
import type { DocumentId, MatterId, MatterTypeId, PersonId } from './ids.ts';
import type { PlainDate } from './plainDate.ts';
import type { FactKind, Value } from './value.ts';
import type { CalculatedForm } from './calculatedForm.ts';

/** Somebody of the practice. */
export interface Person {
  readonly id: PersonId;
  readonly name: string;
  readonly email: string;
  readonly position: string;
  readonly phone?: string;
}

/** Whoever writes a message, with those who let them write in their place. */
export interface Writer extends Person {
  readonly writesFor?: readonly Person[];
}

export interface Practice {
  readonly name: string;
  readonly phone: string;
  readonly addressLines: readonly string[];
  readonly website: string;
}

interface Labelled {
  readonly key: string;
  readonly label: string;
}

export interface FactDefinition extends Labelled {
  readonly kind: FactKind;
  readonly choices?: readonly Labelled[];
}

export interface RoleDefinition extends Labelled {
  /** The label for several: `Owners`. */
  readonly plural: string;
  readonly many: boolean;
  /** A matter without anybody in it is pointed out. */
  readonly required?: boolean;
}

export interface StageDefinition extends Labelled {
  /** A matter that reaches it is done with. */
  readonly closes?: true;
}

export interface TableDefinition extends Labelled {
  readonly columns: readonly FactDefinition[];
}

export interface CalculatedDefinition extends Labelled {
  readonly form: CalculatedForm;
}

/** Another matter that one of this kind can stand beside, by a name: a renewal’s survey. */
export interface LinkDefinition extends Labelled {
  readonly typeId: MatterTypeId;
  /** What the other's type holds: put in when a type is read, absent where that type is there no more. */
  readonly facts?: readonly FactDefinition[];
  readonly keyDates?: readonly Labelled[];
}

/** What can be said of another matter that one stands beside. */
export interface LinkedMatter {
  readonly id: MatterId;
  readonly reference: string;
  readonly title: string;
  readonly facts: Readonly<Record<string, Value>>;
  readonly dates: Readonly<Record<string, PlainDate>>;
}

/** What a kind of matter holds. It is data that a practice edits, never code. */
export interface MatterType {
  readonly id: MatterTypeId;
  readonly name: string;
  readonly currency: string;
  /** The fact that says what a matter is about (a vessel, a claim): its name must not stray into another matter’s letters. */
  readonly nameFact?: string;
  /** What references of such matters begin with: `SV-`. */
  readonly reference?: string;
  readonly facts: readonly FactDefinition[];
  readonly tables: readonly TableDefinition[];
  readonly roles: readonly RoleDefinition[];
  readonly stages: readonly StageDefinition[];
  readonly keyDates: readonly Labelled[];
  readonly calculated: readonly CalculatedDefinition[];
  readonly links?: readonly LinkDefinition[];
  /** Facts that the practice keeps of its contacts: the same for every type, put in when a type is read. */
  readonly contactFacts?: readonly FactDefinition[];
}

export interface Party {
  readonly role: string;
  readonly contact: Contact;
}

export interface MatterDocument {
  readonly id: DocumentId;
  readonly name: string;
  readonly category: string;
  readonly version: number;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly addedOn: PlainDate;
}

export type Row = Readonly<Record<string, Value>>;

/** All that a message can draw on: one matter, read at one moment. */
export interface MatterRecord {
  readonly id: MatterId;
  readonly reference: string;
  readonly title: string;
  readonly type: MatterType;
  readonly stage: string;
  readonly responsible: Person;
  readonly parties: readonly Party[];
  readonly facts: Readonly<Record<string, Value>>;
  readonly dates: Readonly<Record<string, PlainDate>>;
  readonly tables: Readonly<Record<string, readonly Row[]>>;
  readonly documents: readonly MatterDocument[];
  /** The matters it stands beside, by the keys of its type's links, as far as whoever reads it may see them. */
  readonly linked?: Readonly<Record<string, LinkedMatter>>;
  /** What is sent there is filed here; undefined where the practice has no such addresses. */
  readonly filingAddress?: string;
}
