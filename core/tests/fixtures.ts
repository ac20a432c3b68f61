import type { CheckInput } from '../checks/checkInput.ts';
import { compile } from '../merge/compile.ts';
import type { Program } from '../merge/compile.ts';
import { fieldReader } from '../merge/fieldReader.ts';
import type { FieldReader, MergeContext } from '../merge/fieldReader.ts';
import type { Contact, OrganisationContact, PersonContact } from '../model/contact.ts';
import { asId } from '../model/ids.ts';
import type { MatterDocument, MatterRecord, MatterType, Person } from '../model/matter.ts';
import { money } from '../model/money.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { moneyValue, textValue } from '../model/value.ts';
import type { FieldNode, InlineNode, WhenEmpty } from '../template/document.ts';
import type { TemplateContent } from '../template/template.ts';

export function day(text: string): PlainDate {
  const date = parsePlainDate(text);
  if (!date) throw new Error(`no such day: ${text}`);
  return date;
}

export const calendar = {
  weekdays: new Set([1, 2, 3, 4, 5]),
  holidays: new Set([day('2026-12-25'), day('2026-12-28'), day('2027-01-01')]),
};

const mail = (value: string) =>
  ({ kind: 'email', label: 'work', value, preferred: true, bounced: false }) as const;

export const person = (
  name: string,
  given: { title?: string } & Partial<Omit<PersonContact, 'kind' | 'id' | 'name'>> = {},
): PersonContact => {
  const [givenName = '', ...rest] = name.split(' ');
  const address = `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@mail.example`;
  return {
    kind: 'person',
    id: asId(`contact-${name}`),
    name,
    givenName,
    familyName: rest.join(' '),
    addresses: [mail(address)],
    doNotWriteTo: false,
    ...given,
  };
};

export const organisation = (name: string): OrganisationContact => ({
  kind: 'organisation',
  id: asId(`contact-${name}`),
  name,
  addresses: [mail(`office@${name.toLowerCase().replace(/[^a-z]+/g, '-')}.example`)],
  doNotWriteTo: false,
});

export const ines = person('Ines Okafor', { title: 'Ms' });
export const aksel = person('Aksel Lund', { title: 'Mr' });
export const yard = organisation('Hallam Slip');
export const maud: Person = {
  id: asId('maud'),
  name: 'Maud Tidewell',
  email: 'maud@tidewell-roe.example',
  position: 'Principal surveyor',
  phone: '01632 960100',
};

export const surveyType: MatterType = {
  id: asId('survey'),
  name: 'Condition survey',
  currency: 'GBP',
  nameFact: 'vessel',
  facts: [
    { key: 'vessel', label: 'Vessel', kind: 'text' },
    { key: 'notes', label: 'Notes', kind: 'longText' },
    { key: 'price', label: 'Price', kind: 'money' },
  ],
  tables: [
    {
      key: 'fees',
      label: 'Fee lines',
      columns: [
        { key: 'what', label: 'What', kind: 'text' },
        { key: 'amount', label: 'Amount', kind: 'money' },
      ],
    },
  ],
  roles: [
    { key: 'client', label: 'client', plural: 'Clients', many: false },
    { key: 'owner', label: 'owner', plural: 'Owners', many: true },
    { key: 'yard', label: 'yard', plural: 'Yards', many: false },
  ],
  stages: [{ key: 'draft', label: 'Report in draft' }],
  keyDates: [{ key: 'surveyDay', label: 'Survey day' }],
  calculated: [
    {
      key: 'payable',
      label: 'Payable',
      form: { kind: 'sum', plus: ['calculated.fee', 'calculated.tax'], minus: [] },
    },
    { key: 'fee', label: 'Fee', form: { kind: 'total', table: 'fees', column: 'amount' } },
    { key: 'tax', label: 'Tax', form: { kind: 'percentage', of: 'calculated.fee', basisPoints: 2000 } },
    {
      key: 'reportDue',
      label: 'Report due',
      form: { kind: 'dateFromDate', from: 'date.surveyDay', shift: { amount: 5, unit: 'workingDays' } },
    },
    { key: 'feeLines', label: 'Fee lines', form: { kind: 'count', table: 'fees' } },
  ],
};

export const documentOf = (name: string, category: string, addedOn: string, version = 1): MatterDocument => ({
  id: asId(`document-${name}-${version}`),
  name,
  category,
  version,
  mediaType: 'application/pdf',
  sizeBytes: 1000,
  addedOn: day(addedOn),
});

export const matter: MatterRecord = {
  id: asId('m1'),
  reference: 'SV-2041',
  title: 'Saltmarsh Wren, 14 m motor ketch',
  type: surveyType,
  stage: 'draft',
  responsible: maud,
  parties: [
    { role: 'client', contact: ines },
    { role: 'owner', contact: ines },
    { role: 'owner', contact: aksel },
    { role: 'yard', contact: yard },
  ],
  facts: { vessel: textValue('Saltmarsh Wren'), notes: { kind: 'longText', text: 'Bolts.\nDrain.' } },
  dates: { surveyDay: day('2026-10-19') },
  tables: {
    fees: [
      { what: textValue('Survey'), amount: moneyValue(money(95_000, 'GBP')) },
      { what: textValue('Travel'), amount: moneyValue(money(12_000, 'GBP')) },
    ],
  },
  documents: [
    documentOf('Survey report, draft 3', 'Survey report', '2026-11-23'),
    documentOf('Invoice 1187', 'Invoice', '2026-11-23'),
  ],
};

export const contextFor = (change: Partial<MergeContext> = {}): MergeContext => ({
  record: matter,
  sender: maud,
  practice: {
    name: 'Tidewell & Roe',
    phone: '01632 960100',
    addressLines: ['4 Quay Row', 'Port Sennet'],
    website: '',
  },
  calendar,
  greeted: [ines, aksel],
  today: day('2026-11-24'),
  hour: 9,
  ...change,
});

export const readerFor = (change: Partial<MergeContext> = {}): FieldReader => fieldReader(contextFor(change));

export const withFacts = (facts: MatterRecord['facts']): MatterRecord => ({ ...matter, facts });

export const text = (words: string): InlineNode => ({ type: 'text', text: words });
export const field = (
  path: string,
  attrs: Partial<FieldNode['attrs']> = {},
  whenEmpty: WhenEmpty = { kind: 'ask' },
): FieldNode => ({ type: 'field', attrs: { path, format: 'plain', shift: null, whenEmpty, ...attrs } });
export const blank = (key: string): InlineNode => ({ type: 'blank', attrs: { key } });

export const templateOf = (
  body: readonly (readonly InlineNode[])[],
  change: Partial<TemplateContent> = {},
): TemplateContent => ({
  recipients: { to: [{ role: 'owner' }], cc: [], bcc: [] },
  subject: [text('About '), field('fact.vessel')],
  body: { type: 'doc', version: 1, content: body.map((content) => ({ type: 'paragraph', content })) },
  blanks: [],
  documents: [],
  category: 'Letter',
  ...change,
});

export const programOf = (
  body: readonly (readonly InlineNode[])[],
  change: Partial<TemplateContent> = {},
): Program => compile(templateOf(body, change));

export const directory = (...contacts: readonly Contact[]): ReadonlyMap<Contact['id'], Contact> =>
  new Map(contacts.map((contact) => [contact.id, contact]));

/** What checks look at where nothing is wrong, with what a test changes. */
export const checkInputOf = (change: Partial<CheckInput> = {}): CheckInput => ({
  roles: new Set(),
  people: [],
  subject: 'Saltmarsh Wren',
  lines: [],
  openBlanks: [],
  recipients: { to: [], cc: [], bcc: [] },
  contacts: directory(ines, aksel),
  record: matter,
  enclosures: [],
  elsewhere: [],
  maxMessageBytes: 25_000_000,
  channel: 'email',
  from: { name: maud.name, address: maud.email },
  today: day('2026-11-24'),
  calendar,
  values: [],
  links: [],
  amounts: [],
  knownHere: new Set(),
  ownAddresses: new Set([maud.email]),
  nearAddresses: new Map(),
  sentBefore: new Map(),
  wanted: [],
  fixed: new Set(),
  replyTo: undefined,
  answersAll: false,
  turnedOff: new Set(),
  ...change,
});
