import { Type } from 'typebox';
import type { Static } from 'typebox';
import { Id, Instant, PageQuery, RealDay, SettingsRevision, page } from './common.ts';
import { FactJson, ValueJson } from './matterTypes.ts';

export const AddressJson = Type.Object(
  {
    kind: Type.Enum(['email', 'phone', 'post']),
    label: Type.String({ maxLength: 40 }),
    value: Type.String({ minLength: 1, maxLength: 400 }),
    preferred: Type.Boolean(),
    bounced: Type.Boolean(),
  },
  { additionalProperties: false },
);

const Words = Type.String({ maxLength: 200 });

/** A person's place in an organisation: one of the directory, or one that is named and is made where it is not known. */
const MembershipJson = Type.Object(
  {
    organisationId: Type.Union([Id, Type.Null()]),
    organisation: Words,
    position: Words,
    from: Type.Union([RealDay, Type.Null()]),
    until: Type.Union([RealDay, Type.Null()]),
  },
  { additionalProperties: false },
);
export type MembershipJson = Static<typeof MembershipJson>;

/** A contact as it is edited. Empty text is nothing. */
export const ContactJson = Type.Object(
  {
    kind: Type.Enum(['person', 'organisation']),
    name: Type.String({ maxLength: 200 }),
    title: Words,
    givenName: Words,
    middleName: Words,
    familyName: Words,
    suffix: Words,
    organisation: Words,
    position: Words,
    language: Type.String({ pattern: '^([a-z]{2,3}(-[A-Za-z0-9]{2,8})*)?$' }),
    doNotWriteTo: Type.Boolean(),
    /** Categories of which they want no rounds; where it is left out, those there are stay. */
    noRounds: Type.Optional(Type.Array(Type.String({ minLength: 1, maxLength: 120 }), { maxItems: 60 })),
    /** The channel by which they would rather hear from a round; where it is left out, the one there is stays. */
    preferredChannel: Type.Optional(Type.Enum(['any', 'email', 'text', 'letter'])),
    ownFormalGreeting: Words,
    ownFamiliarGreeting: Words,
    coupleWithId: Type.Union([Id, Type.Null()]),
    coupleGreeting: Words,
    note: Type.String({ maxLength: 4_000 }),
    /** What they write is filed by itself wherever it likely belongs, or never. */
    filingRule: Type.Optional(Type.Enum(['usual', 'always', 'never'])),
    addresses: Type.Array(AddressJson, { maxItems: 40 }),
    /** The foremost first; where it is left out, those there are stay. */
    memberships: Type.Optional(Type.Array(MembershipJson, { maxItems: 40 })),
    /** Facts of the practice’s own, by their keys; null takes one away. */
    facts: Type.Optional(Type.Record(Type.String({ maxLength: 64 }), Type.Union([ValueJson, Type.Null()]))),
  },
  { additionalProperties: false },
);
export type ContactJson = Static<typeof ContactJson>;

/** A contact of whom nothing is known yet. */
export const NOBODY: ContactJson = {
  kind: 'person',
  name: '',
  title: '',
  givenName: '',
  middleName: '',
  familyName: '',
  suffix: '',
  organisation: '',
  position: '',
  language: '',
  doNotWriteTo: false,
  ownFormalGreeting: '',
  ownFamiliarGreeting: '',
  coupleWithId: null,
  coupleGreeting: '',
  note: '',
  addresses: [],
};

/** Somebody of whom a message tells the name and the address, and nothing else; the last of their words names the family. */
export function somebody(name: string, address: string): ContactJson {
  const words = name.trim().split(/\s+/);
  const familyName = words.pop() ?? '';
  return {
    ...NOBODY,
    givenName: words.join(' '),
    familyName,
    addresses: [
      {
        ...(address.includes('@') ? { kind: 'email', label: 'work' } : { kind: 'phone', label: 'mobile' }),
        value: address,
        preferred: true,
        bounced: false,
      },
    ],
  };
}

export const ContactSummary = Type.Object({
  id: Id,
  kind: Type.Enum(['person', 'organisation']),
  name: Type.String(),
  organisation: Type.Union([Type.String(), Type.Null()]),
  email: Type.Union([Type.String(), Type.Null()]),
  phone: Type.Union([Type.String(), Type.Null()]),
  doNotWriteTo: Type.Boolean(),
  bounced: Type.Boolean(),
  matters: Type.Integer(),
});
export type ContactSummary = Static<typeof ContactSummary>;
export const ContactPage = page(ContactSummary);
export type ContactPage = Static<typeof ContactPage>;

export const CONTACT_SORTS = ['name', 'organisation', 'email'] as const;
export type ContactSort = (typeof CONTACT_SORTS)[number];

export const ContactQuery = Type.Object({
  ...PageQuery.properties,
  sort: Type.Optional(Type.Enum([...CONTACT_SORTS])),
  /** Backwards, by what it is sorted by. */
  reversed: Type.Optional(Type.Boolean()),
  query: Type.Optional(Type.String({ maxLength: 200 })),
  kind: Type.Optional(Type.Enum(['person', 'organisation'])),
});

export const ContactDetail = Type.Object({
  id: Id,
  revision: Type.Integer(),
  contact: ContactJson,
  coupleWith: Type.Union([Type.String(), Type.Null()]),
  /** Everybody who belongs or belonged to it, where it is an organisation. */
  people: Type.Array(
    Type.Object({
      contactId: Id,
      name: Type.String(),
      position: Type.String(),
      from: Type.Union([Type.String(), Type.Null()]),
      until: Type.Union([Type.String(), Type.Null()]),
    }),
  ),
  /** What the practice keeps of its contacts. */
  factsKept: Type.Array(FactJson),
  /** How letters to them would begin. */
  greetings: Type.Object({ formal: Type.String(), familiar: Type.String() }),
  matters: Type.Array(
    Type.Object({
      id: Id,
      reference: Type.String(),
      title: Type.String(),
      roles: Type.Array(Type.String()),
      /** Who of an organisation is on it; empty where it is there itself, or the contact is a person. */
      by: Type.Array(Type.String()),
      stage: Type.String(),
      /** Done with: its stage closes it. */
      closed: Type.Boolean(),
      lastEntryUtc: Type.Union([Instant, Type.Null()]),
    }),
  ),
});
export type ContactDetail = Static<typeof ContactDetail>;

export const ChangeContact = Type.Object(
  { revision: Type.Integer(), contact: ContactJson },
  { additionalProperties: false },
);
export type ChangeContact = Static<typeof ChangeContact>;

/** What the practice keeps of its contacts beside what everybody keeps. */
export const ContactFacts = Type.Object({
  revision: Type.Optional(SettingsRevision),
  items: Type.Array(FactJson, { maxItems: 60 }),
});
export type ContactFacts = Static<typeof ContactFacts>;

/** Contacts that may be one and the same, with why. */
export const Duplicates = Type.Object({
  items: Type.Array(
    Type.Object({
      contacts: Type.Array(ContactSummary),
      because: Type.Enum(['address', 'name']),
      same: Type.String(),
    }),
  ),
});
export type Duplicates = Static<typeof Duplicates>;

export const MergeContacts = Type.Object({ otherId: Id }, { additionalProperties: false });

export const ExportContacts = Type.Object(
  {
    format: Type.Enum(['vcard', 'csv']),
    /** Which ones; all where none are named. */
    ids: Type.Optional(Type.Array(Id, { maxItems: 5_000 })),
  },
  { additionalProperties: false },
);
