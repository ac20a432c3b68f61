import type { Channel } from './channel.ts';
import type { ContactId } from './ids.ts';
import type { Membership } from './membership.ts';
import type { Value } from './value.ts';

export type AddressKind = 'email' | 'phone' | 'post';

export interface ContactAddress {
  readonly kind: AddressKind;
  /** A telephone line that no text message reaches, by its country's numbering plan; looked up when it is read. */
  readonly landline?: true;
  /** What the practice calls it: `work`, `accounts`, `home`. */
  readonly label: string;
  readonly value: string;
  readonly preferred: boolean;
  /** Set when mail to it came back; such an address is not chosen while another is there. */
  readonly bounced: boolean;
}

interface ContactBase {
  readonly id: ContactId;
  /** What the directory shows: `Ines Okafor`, `Corrant Mutual`. */
  readonly name: string;
  readonly addresses: readonly ContactAddress[];
  readonly doNotWriteTo: boolean;
  /** Categories of correspondence of which they want no rounds: `News`. A message of its own still goes. */
  readonly noRounds?: readonly string[];
  /** The channel by which they would rather hear from a round, where it may use it. */
  readonly preferredChannel?: Channel;
  /** BCP 47 tag of the language they write in: `nb`, `en-GB`. */
  readonly language?: string;
  readonly note?: string;
  /** Whether what they write is filed by itself wherever it likely belongs, or never; as sure as usual where it is not said. */
  readonly filingRule?: 'always' | 'never';
  /** A greeting in the contact's own wording, used whole instead of the formal one: `Dear Captain`. */
  readonly ownFormalGreeting?: string;
  readonly ownFamiliarGreeting?: string;
  /** Facts of the practice's own, by their keys: a birthday, a membership's number. */
  readonly facts?: Readonly<Record<string, Value>>;
}

export interface PersonContact extends ContactBase {
  readonly kind: 'person';
  readonly title?: string;
  readonly givenName: string;
  readonly middleName?: string;
  readonly familyName: string;
  /** What stands behind the name: `Jr`, `FRINA`. */
  readonly suffix?: string;
  /** Where they are first met today, by name, and as what. */
  readonly organisation?: string;
  readonly position?: string;
  /** Every organisation they belong or belonged to, the foremost first; absent where it was not asked for. */
  readonly memberships?: readonly Membership[];
  /** The other half of a couple, with the wording they chose when both are written to. */
  readonly couple?: { readonly withId: ContactId; readonly greeting?: string };
}

export interface OrganisationContact extends ContactBase {
  readonly kind: 'organisation';
}

export type Contact = PersonContact | OrganisationContact;

/** A contact that has no id yet. */
export type UnkeptContact = Omit<PersonContact, 'id'> | Omit<OrganisationContact, 'id'>;
