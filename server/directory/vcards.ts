import ICAL from 'ical.js';
import type { Contact, ContactAddress } from '../../core/model/contact.ts';
import type { ReadContact } from '../../core/directory/contactCsv.ts';

/** What a vCard of each kind of address is called (RFC 6350 §6.3–6.4). */
const PROPERTIES = { email: 'email', phone: 'tel', post: 'adr' } as const;

/** Writes contacts as vCard 4.0 (RFC 6350). Greetings of their own and the like have no property there and are left out. */
export function writeVcards(contacts: readonly Contact[]): string {
  return contacts.map(writeVcard).join('');
}

function writeVcard(contact: Contact): string {
  const card = new ICAL.Component('vcard');
  const person = contact.kind === 'person' ? contact : undefined;
  const put = (
    name: string,
    value: string | readonly string[],
    parameters: Readonly<Record<string, string>> = {},
  ): void => {
    const property = new ICAL.Property(name, card);
    if (typeof value === 'string') property.setValue(value);
    else property.setValue([...value]);
    for (const [key, text] of Object.entries(parameters)) property.setParameter(key, text);
    card.addProperty(property);
  };
  put('version', '4.0');
  put('kind', person ? 'individual' : 'org');
  put('uid', `urn:uuid:${contact.id}`);
  put('fn', contact.name);
  if (person)
    put('n', [
      person.familyName,
      person.givenName,
      person.middleName ?? '',
      person.title ?? '',
      person.suffix ?? '',
    ]);
  if (person?.organisation) put('org', person.organisation);
  if (person?.position) put('title', person.position);
  if (contact.language) put('lang', contact.language);
  if (contact.note) put('note', contact.note);
  for (const { kind, label, value, preferred } of contact.addresses) {
    const parameters = { type: label, ...(preferred ? { pref: '1' } : {}) };
    put(PROPERTIES[kind], kind === 'post' ? postalParts(value) : value, parameters);
  }
  return `${card.toString()}\r\n`;
}

/** A postal address keeps its lines in the street; its other parts are not told apart by us. */
const postalParts = (value: string): readonly string[] => [
  '',
  '',
  value.split('\n').join(', '),
  '',
  '',
  '',
  '',
];

/** The most cards of one file. */
const MOST_CARDS = 20_000;

/** Reads vCards of version 3 or 4. A card that cannot be read is said, and the others are read all the same. */
export function readVcards(text: string): readonly ReadContact[] {
  const cards = text.match(/BEGIN:VCARD[\s\S]*?END:VCARD/gi) ?? [];
  return cards.slice(0, MOST_CARDS).map((card): ReadContact => {
    try {
      return readVcard(new ICAL.Component(ICAL.parse(card) as unknown[]));
    } catch {
      return { ok: false, what: 'It is not a vCard that can be read.' };
    }
  });
}

function readVcard(card: InstanceType<typeof ICAL.Component>): ReadContact {
  const text = (name: string): string => {
    const value: unknown = card.getFirstPropertyValue(name);
    return typeof value === 'string'
      ? value.trim()
      : Array.isArray(value)
        ? String(value[0] ?? '').trim()
        : '';
  };
  const parts: unknown = card.getFirstPropertyValue('n');
  const [family = '', given = '', middle = '', title = '', suffix = ''] = (
    Array.isArray(parts) ? parts : []
  ).map((part) => String(part).trim());
  const name = text('fn') || [given, family].filter(Boolean).join(' ');
  if (name === '') return { ok: false, what: 'It has no name.' };
  const common = {
    name,
    addresses: (Object.keys(PROPERTIES) as ContactAddress['kind'][]).flatMap((kind) =>
      addressesOf(card, kind),
    ),
    doNotWriteTo: false,
    ...present('language', text('lang').toLowerCase()),
    ...present('note', text('note')),
  };
  if (/^(?:org|group)$/i.test(text('kind')))
    return { ok: true, contact: { kind: 'organisation', ...common } };
  return {
    ok: true,
    contact: {
      kind: 'person',
      ...common,
      givenName: given,
      familyName: family || (given ? '' : (name.split(' ').at(-1) ?? '')),
      ...present('title', title),
      ...present('middleName', middle),
      ...present('suffix', suffix),
      ...present('organisation', text('org')),
      ...present('position', text('title')),
    },
  };
}

const present = <K extends string>(key: K, value: string): { readonly [P in K]?: string } =>
  value === '' ? {} : ({ [key]: value } as { readonly [P in K]: string });

function addressesOf(
  card: InstanceType<typeof ICAL.Component>,
  kind: ContactAddress['kind'],
): readonly ContactAddress[] {
  return card.getAllProperties(PROPERTIES[kind]).flatMap((property, n) => {
    const raw: unknown = property.getFirstValue();
    const value = (Array.isArray(raw) ? raw.flat().map(String).filter(Boolean).join('\n') : String(raw ?? ''))
      .replace(/^(?:mailto|tel):/i, '')
      .trim();
    const type: unknown = property.getParameter('type');
    const label = (Array.isArray(type) ? type : [type])
      .map(String)
      .find((one) => /^(?:work|home|accounts)$/i.test(one));
    const preferred = property.getParameter('pref') !== undefined || n === 0;
    return value === ''
      ? []
      : [
          {
            kind,
            label: label?.toLowerCase() ?? 'work',
            value,
            preferred: preferred && n === 0,
            bounced: false,
          },
        ];
  });
}
