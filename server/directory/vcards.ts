import ICAL from 'ical.js';
import { decodeText } from '../platform/files/decodeText.ts';
import type { Contact, ContactAddress } from '../../core/model/contact.ts';
import type { ReadContact } from '../../core/directory/contactCsv.ts';

/** What a vCard of each kind of address is called (RFC 6350 §6.3–6.4). */
const PROPERTIES = { email: 'email', phone: 'tel', post: 'adr' } as const;

/** A contact that is not to be written to: vCard has no property for it, and extended ones may begin with X- (RFC 6350 §6.10). */
const DO_NOT_WRITE = 'x-do-not-write';

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
  if (contact.doNotWriteTo) put(DO_NOT_WRITE, 'TRUE');
  for (const { kind, label, value, preferred } of contact.addresses) {
    const parameters = { type: label, ...(preferred ? { pref: '1' } : {}) };
    put(PROPERTIES[kind], kind === 'post' ? postalParts(value) : value, parameters);
  }
  return `${folded(card.toString())}\r\n`;
}

const LINE_OCTETS = 75;

/** Lines of at most 75 octets, without the line end, and never within a character (RFC 6350 §3.2). */
function folded(card: string): string {
  const whole = card.replace(/\r\n[ \t]/g, '');
  return whole
    .split('\r\n')
    .map((line) => {
      let out = '';
      let octets = 0;
      for (const sign of line) {
        const size = Buffer.byteLength(sign);
        if (octets + size > LINE_OCTETS) {
          out += '\r\n ';
          octets = 1;
        }
        out += sign;
        octets += size;
      }
      return out;
    })
    .join('\r\n');
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

/** A card with a photograph is some 100 kB; what is longer is made to tire its reader. */
const MAX_CARD = 1_000_000;
/** Pictures and keys are no words of a contact, and are not kept. */
const NOT_KEPT = /^(?:[\w-]+\.)?(?:PHOTO|LOGO|SOUND|KEY)[;:].*(?:\r?\n[ \t].*)*\r?\n?/gim;

/** Reads vCards of version 2.1, 3 or 4. A card that cannot be read is said, and the others are read all the same. */
export function readVcards(text: string): readonly ReadContact[] {
  return cardsIn(text).map((card): ReadContact => {
    if (card.length > MAX_CARD) return { ok: false, why: { code: 'cardTooLong' } };
    try {
      const plain = card.replace(NOT_KEPT, '');
      const asked = /^VERSION:2\.1\s*$/im.test(plain) ? asVersion3(plain) : plain;
      return readVcard(new ICAL.Component(ICAL.parse(asked) as unknown[]));
    } catch {
      return { ok: false, why: { code: 'notACard' } };
    }
  });
}

/** The cards of a file, by where they begin and end. */
function cardsIn(text: string): readonly string[] {
  const cards: string[] = [];
  const ends = /^BEGIN:VCARD\s*$|^END:VCARD\s*$/gim;
  let start: number | undefined;
  for (const { 0: line, index } of text.matchAll(ends)) {
    if (/^begin/i.test(line)) start = index;
    else if (start !== undefined) {
      cards.push(text.slice(start, index + line.length));
      start = undefined;
    }
    if (cards.length > MOST_CARDS) break;
  }
  return cards;
}

/** A card of version 2.1 as one of 3.0: bare parameters named, quoted-printable and its character set read. */
function asVersion3(card: string): string {
  const unfolded = card.replace(/=\r?\n/g, '').replace(/\r?\n[ \t]/g, '');
  const lines = unfolded.split(/\r?\n/).map((line) => {
    const [, name = '', given = '', value = ''] = /^([\w.-]+)((?:;[^:]*)?):(.*)$/s.exec(line) ?? [];
    if (name === '') return line;
    const parameters = given.split(';').filter(Boolean);
    const quoted = parameters.some((one) => /^(?:ENCODING=)?QUOTED-PRINTABLE$/i.test(one));
    const charset = parameters.flatMap((one) => /^CHARSET=(.+)$/i.exec(one)?.[1] ?? [])[0];
    const types = parameters.flatMap((one) => {
      if (/^(?:ENCODING=|CHARSET=|QUOTED-PRINTABLE$|8BIT$|7BIT$)/i.test(one)) return [];
      return [one.includes('=') ? one : `TYPE=${one}`];
    });
    const words = quoted ? textOf(value, charset) : value;
    if (/^VERSION$/i.test(name)) return 'VERSION:3.0';
    return `${[name, ...types].join(';')}:${words.replace(/\r?\n/g, '\\n')}`;
  });
  return lines.join('\r\n');
}

/** Quoted-printable (RFC 2045 §6.7) as text. */
function textOf(value: string, charset = 'utf-8'): string {
  const bytes = value.replace(/=([0-9A-F]{2})/gi, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)));
  const read = Buffer.from(bytes, 'latin1');
  return /^utf-?8$/i.test(charset) ? read.toString('utf8') : decodeText(read);
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
  if (name === '') return { ok: false, why: { code: 'contactWithoutName' } };
  const common = {
    name,
    addresses: (Object.keys(PROPERTIES) as ContactAddress['kind'][]).flatMap((kind) =>
      addressesOf(card, kind),
    ),
    doNotWriteTo: /^(?:true|yes|1)$/i.test(text(DO_NOT_WRITE)),
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
      // Without a name in parts, the last word is taken for the family's, as a greeting would.
      givenName: given || (family ? '' : name.split(' ').slice(0, -1).join(' ')),
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

type CardProperty = InstanceType<typeof ICAL.Property>;

/** How much one is preferred: 1 the most, 100 the least (RFC 6350 §5.3); in version 3 and 2.1 by a type of that name. */
function preference(property: CardProperty): number {
  const pref: unknown = property.getParameter('pref');
  if (typeof pref === 'string' && /^\d{1,3}$/.test(pref)) return Number(pref);
  const types = [property.getParameter('type')].flat().map((one) => String(one).toLowerCase());
  return types.some((one) => one.split(',').includes('pref')) ? 1 : 101;
}

const byPreference = (properties: readonly CardProperty[]): readonly CardProperty[] =>
  [...properties].sort((a, b) => preference(a) - preference(b));

function addressesOf(
  card: InstanceType<typeof ICAL.Component>,
  kind: ContactAddress['kind'],
): readonly ContactAddress[] {
  return byPreference(card.getAllProperties(PROPERTIES[kind])).flatMap((property, n) => {
    const raw: unknown = property.getFirstValue();
    const value = (Array.isArray(raw) ? raw.flat().map(String).filter(Boolean).join('\n') : String(raw ?? ''))
      .replace(/^(?:mailto|tel):/i, '')
      .trim();
    const type: unknown = property.getParameter('type');
    const label = (Array.isArray(type) ? type : [type])
      .map(String)
      .find((one) => /^(?:work|home|accounts)$/i.test(one));
    return value === ''
      ? []
      : [
          {
            kind,
            label: label?.toLowerCase() ?? 'work',
            value,
            preferred: n === 0,
            bounced: false,
          },
        ];
  });
}
