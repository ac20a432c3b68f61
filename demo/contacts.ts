import type { Contact, PersonContact } from '../core/model/contact.ts';
import { mail, organisation, person, phone } from './contactParts.ts';
import { FIRMS, MORE_OWNERS, STAFF_OF_FIRMS } from './moreContacts.ts';

const HOME = 'harbourpost.example';

/** Couples are made as one, since each half names the other. */
function couple(
  his: [string, string],
  her: [string, string],
  familyName: string,
  greeting?: string,
): readonly [PersonContact, PersonContact] {
  const one = person(his[0], his[1], familyName, HOME);
  const hers = person(her[0], her[1], familyName, HOME);
  const under = one.addresses.filter(({ kind }) => kind === 'post');
  const other = { ...hers, addresses: [...hers.addresses.filter(({ kind }) => kind !== 'post'), ...under] };
  const half = { withId: one.id, ...(greeting === undefined ? {} : { greeting }) };
  return [one, { ...other, couple: half }];
}

const [paulVane, maryVane] = couple(['Mr', 'Paul'], ['Mrs', 'Mary'], 'Vane');
const [colmDrury, niamhDrury] = couple(['Mr', 'Colm'], ['Dr', 'Niamh'], 'Drury', 'Dear Niamh and Colm');

/** Everybody the practice writes to. All made up; each that is odd is odd because the work has such people. */
export const CONTACTS = {
  ines: person('Ms', 'Ines', 'Okafor', HOME),
  aksel: person('Mr', 'Aksel', 'Lund', HOME),
  paulVane,
  maryVane,
  colmDrury,
  niamhDrury,
  siobhan: person('Ms', 'Siobhán', 'O’Dea', HOME, {
    addresses: [mail("s.o'dea@harbourpost.example"), phone()],
  }),
  jurgen: person('Herr', 'Jürgen', 'Mößner', 'elbwerft.example'),
  yulia: person(undefined, 'Юлия', 'Ветрова', 'vetrova.example', {
    addresses: [mail('yulia@vetrova.example')],
  }),
  torbjorn: person('Mr', 'Torbjørn', 'Ås', 'fjordpost.example', { ownFormalGreeting: 'Kjære Torbjørn Ås' }),
  captain: person('Mr', 'Ruben', 'Stray', HOME, {
    ownFormalGreeting: 'Dear Captain Stray',
    position: 'Master',
  }),
  tomBraeSenior: person('Mr', 'Tom', 'Brae', 'braeandson.example', { position: 'Director' }),
  tomBraeJunior: person('Mr', 'Tom', 'Brae', HOME),
  odd: person('Mr', 'Desmond', 'Ottaway', HOME, { doNotWriteTo: true }),
  bounced: person('Mrs', 'Lettice', 'Quarm', 'oldmail.example', {
    addresses: [mail('lettice.quarm@oldmail.example', 'work', true), phone()],
  }),
  refused: person('Mr', 'Basil', 'Penhale', 'refuse.example'),
  noMail: person('Mr', 'Enoch', 'Tarr', HOME, { addresses: [phone()] }),
  verity: person('Ms', 'Verity', 'Sands', 'sandsbrokerage.example', {
    organisation: 'Sands Yacht Brokerage',
    position: 'Broker',
  }),
  bligh: person('Mr', 'Rafe', 'Bligh', 'corrant-mutual.example', {
    organisation: 'Corrant Mutual',
    position: 'Claims handler',
  }),
  odile: person('Mme', 'Odile', 'Carrou', 'corrant-mutual.example', {
    organisation: 'Corrant Mutual',
    position: 'Underwriter',
  }),
  hamish: person('Mr', 'Hamish', 'Fallow', 'northreach.example', {
    organisation: 'Northreach Underwriting',
    position: 'Claims manager',
  }),
  pilar: person('Ms', 'Pilar', 'Ibarra', 'ibarra-adjusters.example', {
    organisation: 'Ibarra Adjusters',
    position: 'Average adjuster',
  }),
  corwen: person('Mr', 'Corwen', 'Hale', 'hallamslip.example', {
    organisation: 'Hallam Slip',
    position: 'Yard manager',
  }),
  agnes: person('Mrs', 'Agnes', 'Thorne', 'thornequay.example', {
    organisation: 'Thorne Quay Boatyard',
    position: 'Yard manager',
  }),
  hallamSlip: organisation('Hallam Slip', 'hallamslip.example'),
  thorneQuay: organisation('Thorne Quay Boatyard', 'thornequay.example'),
  copperCove: organisation('Copper Cove Marine Repairs', 'coppercove.example'),
  corrant: organisation('Corrant Mutual', 'corrant-mutual.example'),
  northreach: organisation('Northreach Underwriting', 'northreach.example'),
  registry: organisation('Port Sennet Registry of Small Craft', 'sennetregistry.example'),
  sandbank: organisation(
    'The Sandbank and Outer Shoals Pleasure Navigation and Benevolent Society of Port Sennet',
    'sandbanksociety.example',
  ),
  braeAndSon: organisation('Brae & Son Ferries', 'braeandson.example'),
  ibarra: organisation('Ibarra Adjusters', 'ibarra-adjusters.example'),
  achterbergs: organisation('Achterberg Naval Architects', 'achterberg.example'),
  sandsBrokerage: organisation('Sands Yacht Brokerage', 'sandsbrokerage.example'),
  harbourOffice: organisation('Port Sennet Harbour Office', 'sennetharbour.example'),
  netLoft: organisation('Net Loft Sailmakers', 'netloft.example'),
  ludo: person('Dr', 'Ludo', 'Achterberg', 'achterberg.example', {
    organisation: 'Achterberg Naval Architects',
  }),
  lowTide: organisation('Low Tide Charters', 'lowtidecharters.example'),
} as const satisfies Record<string, Contact>;

const GIVEN = [
  'Alma',
  'Bertil',
  'Carys',
  'Dorian',
  'Edda',
  'Florian',
  'Greta',
  'Huw',
  'Isolde',
  'Joost',
  'Keziah',
  'Leif',
  'Morwenna',
  'Nuno',
  'Oriel',
  'Piers',
  'Quilla',
  'Rosamund',
  'Seth',
  'Tamsin',
  'Ulrik',
  'Violet',
  'Wilf',
  'Ysolde',
  'Zeno',
];
const FAMILY = [
  'Ambler',
  'Birkeland',
  'Corrie',
  'Dunmore',
  'Eastlake',
  'Farrow',
  'Garstang',
  'Hollis',
  'Ingram',
  'Jessop',
  'Kirkby',
  'Lorne',
  'Maddern',
  'Nance',
  'Oakshott',
  'Pascoe',
  'Quayle',
  'Rendle',
  'Skerry',
  'Tolland',
  'Uren',
  'Veale',
  'Wragge',
  'Yelland',
  'Zennor',
];
const TITLES = ['Ms', 'Mr', 'Mrs', 'Dr', 'Mr'];

/** Owners and buyers without anything odd about them: most people. */
export const OWNERS: readonly PersonContact[] = GIVEN.map((given, n) =>
  person(
    TITLES[n % TITLES.length],
    given,
    FAMILY[(n * 7) % FAMILY.length] ?? '',
    n % 3 === 0 ? 'seamail.example' : HOME,
  ),
);

export const ALL_CONTACTS: readonly Contact[] = [
  ...Object.values(CONTACTS),
  ...OWNERS,
  ...Object.values(FIRMS),
  ...STAFF_OF_FIRMS,
  ...MORE_OWNERS,
];
