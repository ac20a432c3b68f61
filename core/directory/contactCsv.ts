import type { Contact, ContactAddress, UnkeptContact } from '../model/contact.ts';
import type { Reason } from '../model/reason.ts';

/** Columns of a list of contacts, in order; what we write, and what we read whatever their order. */
export const CONTACT_COLUMNS = [
  'kind',
  'name',
  'title',
  'given name',
  'middle name',
  'family name',
  'suffix',
  'organisation',
  'position',
  'mail',
  'telephone',
  'address',
  'language',
  'do not write to',
  'formal greeting',
  'familiar greeting',
  'note',
] as const;
type ColumnName = (typeof CONTACT_COLUMNS)[number];

/** Other names that lists from elsewhere have for our columns. */
const ALSO: Readonly<Record<string, ColumnName>> = {
  'first name': 'given name',
  'last name': 'family name',
  surname: 'family name',
  email: 'mail',
  'e-mail': 'mail',
  'email address': 'mail',
  'mail address': 'mail',
  phone: 'telephone',
  tel: 'telephone',
  company: 'organisation',
  organization: 'organisation',
  'job title': 'position',
  notes: 'note',
  'postal address': 'address',
};

/** The other names of one of our columns. */
export const otherNamesOf = (column: string): readonly string[] =>
  Object.entries(ALSO)
    .filter(([, known]) => known === column)
    .map(([name]) => name);

/** The column of ours that a head stands for; undefined where it is none of ours. */
export function columnFor(head: string): ColumnName | undefined {
  const name = head.trim().toLowerCase().replace(/[_-]+/g, ' ').replace(/\s+/g, ' ');
  return CONTACT_COLUMNS.find((known) => known === name) ?? ALSO[name] ?? ALSO[head.trim().toLowerCase()];
}

/**
 * A cell that a spreadsheet would take for a formula is written with an apostrophe before it, and read without (CWE-1236).
 */
const guarded = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
const unguarded = (text: string): string => (/^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text);

/** A contact as a line of a list. Several addresses of one kind stand in one cell, apart by line breaks. */
export function contactLine(contact: Contact): readonly string[] {
  const person = contact.kind === 'person' ? contact : undefined;
  const of = (kind: ContactAddress['kind']): string =>
    contact.addresses
      .filter((address) => address.kind === kind)
      .map(({ value }) => value)
      .join('\n');
  const cells: Readonly<Record<ColumnName, string>> = {
    kind: contact.kind,
    name: contact.name,
    title: person?.title ?? '',
    'given name': person?.givenName ?? '',
    'middle name': person?.middleName ?? '',
    'family name': person?.familyName ?? '',
    suffix: person?.suffix ?? '',
    organisation: person?.organisation ?? '',
    position: person?.position ?? '',
    mail: of('email'),
    telephone: of('phone'),
    address: of('post'),
    language: contact.language ?? '',
    'do not write to': contact.doNotWriteTo ? 'yes' : '',
    'formal greeting': contact.ownFormalGreeting ?? '',
    'familiar greeting': contact.ownFamiliarGreeting ?? '',
    note: contact.note ?? '',
  };
  return CONTACT_COLUMNS.map((column) => guarded(cells[column]));
}

export type ReadContact =
  { readonly ok: true; readonly contact: UnkeptContact } | { readonly ok: false; readonly why: Reason };

/** Reads a line of a list. A name, or its parts, must be there; everything else may lack. */
export function readContactLine(
  heads: readonly (ColumnName | undefined)[],
  cells: readonly string[],
): ReadContact {
  const cell = (column: ColumnName): string => {
    const at = heads.indexOf(column);
    return at < 0 ? '' : unguarded((cells[at] ?? '').trim());
  };
  const [givenName, familyName] = [cell('given name'), cell('family name')];
  const name = cell('name') || [givenName, familyName].filter(Boolean).join(' ');
  if (name === '') return { ok: false, why: { code: 'contactWithoutName' } };
  const organisation = cell('kind').toLowerCase().startsWith('org');
  const addresses = [
    ...lines(cell('mail'), 'email'),
    ...lines(cell('telephone'), 'phone'),
    ...(cell('address') ? [addressOf('post', cell('address'), true)] : []),
  ];
  const common = {
    name,
    addresses,
    doNotWriteTo: /^(?:yes|true|1|x)$/i.test(cell('do not write to')),
    ...present('language', cell('language').toLowerCase()),
    ...present('ownFormalGreeting', cell('formal greeting')),
    ...present('ownFamiliarGreeting', cell('familiar greeting')),
    ...present('note', cell('note')),
  };
  if (organisation) return { ok: true, contact: { kind: 'organisation', ...common } };
  const [first = '', ...rest] = name.split(' ');
  return {
    ok: true,
    contact: {
      kind: 'person',
      ...common,
      givenName: givenName || (familyName ? '' : first),
      familyName: familyName || rest.join(' '),
      ...present('title', cell('title')),
      ...present('middleName', cell('middle name')),
      ...present('suffix', cell('suffix')),
      ...present('organisation', cell('organisation')),
      ...present('position', cell('position')),
    },
  };
}

const present = <K extends string>(key: K, value: string): { readonly [P in K]?: string } =>
  value === '' ? {} : ({ [key]: value } as { readonly [P in K]: string });

const addressOf = (kind: ContactAddress['kind'], value: string, preferred: boolean): ContactAddress => ({
  kind,
  label: 'work',
  value,
  preferred,
  bounced: false,
});

const lines = (text: string, kind: ContactAddress['kind']): readonly ContactAddress[] =>
  text
    .split(/[\n;]/)
    .map((value) => value.trim())
    .filter(Boolean)
    .map((value, n) => addressOf(kind, value, n === 0));
