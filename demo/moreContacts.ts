import type { Contact, PersonContact } from '../core/model/contact.ts';
import { organisation, person } from './contactParts.ts';

/** Firms beside those of the first matters: yards, brokers, insurers, makers, societies. All made up. */
export const FIRMS = {
  eastWall: organisation('East Wall Boatbuilders', 'eastwallboats.example'),
  gullRock: organisation('Gull Rock Marine', 'gullrockmarine.example'),
  lanternYard: organisation('The Lantern Yard', 'lanternyard.example'),
  nessSlip: organisation('Ness Quay Slipway', 'nessslip.example'),
  oldRopery: organisation('Old Ropery Rigging', 'oldropery.example'),
  pilotLoft: organisation('Pilot Loft Sails', 'pilotloft.example'),
  brackenSpars: organisation('Bracken Spars', 'brackenspars.example'),
  tidemarkEngines: organisation('Tidemark Engines', 'tidemarkengines.example'),
  classSociety: organisation('Meridian Classification', 'meridianclass.example'),
  wardens: organisation('Sennet Pool Wardens', 'poolwardens.example'),
  longshore: organisation('Longshore Yacht Sales', 'longshoresales.example'),
  farewell: organisation('Farewell Point Brokers', 'farewellpoint.example'),
  harrowmere: organisation('Harrowmere Insurance', 'harrowmere.example'),
  gannet: organisation('Gannet Mutual', 'gannetmutual.example'),
  seaScouts: organisation('Port Sennet Sea Scouts', 'sennetscouts.example'),
  rowing: organisation('Ness Quay Rowing Club', 'nessrowing.example'),
  museum: organisation('Museum of Small Craft', 'smallcraft.example'),
  oyster: organisation('Black Mussel Oyster Company', 'blackmussel.example'),
  ferries: organisation('Outer Isles Ferries', 'outerisles.example'),
  charter: organisation('Slackwater Charters', 'slackwater.example'),
} as const satisfies Record<string, Contact>;

type FirmKey = keyof typeof FIRMS;

/** Somebody of each firm that does much with the practice. */
const STAFF: readonly (readonly [
  title: string,
  given: string,
  family: string,
  firm: FirmKey,
  position: string,
])[] = [
  ['Mr', 'Osric', 'Pellow', 'eastWall', 'Foreman'],
  ['Ms', 'Beatrix', 'Nankervis', 'eastWall', 'Accounts'],
  ['Mr', 'Lowen', 'Gweek', 'gullRock', 'Yard manager'],
  ['Mrs', 'Hesper', 'Lanyon', 'lanternYard', 'Owner'],
  ['Mr', 'Cuthbert', 'Minnow', 'nessSlip', 'Slipmaster'],
  ['Ms', 'Imelda', 'Crake', 'oldRopery', 'Rigger'],
  ['Mr', 'Fergal', 'Thwaite', 'pilotLoft', 'Sailmaker'],
  ['Ms', 'Sabra', 'Quillfeather', 'brackenSpars', 'Sparmaker'],
  ['Mr', 'Anselm', 'Drewe', 'tidemarkEngines', 'Engineer'],
  ['Dr', 'Livia', 'Stenhouse', 'classSociety', 'Surveyor to the society'],
  ['Mr', 'Rufus', 'Amberley', 'classSociety', 'Registrar'],
  ['Ms', 'Tirzah', 'Holm', 'wardens', 'Harbour warden'],
  ['Mr', 'Jocelyn', 'Reeve', 'longshore', 'Broker'],
  ['Ms', 'Perpetua', 'Wray', 'farewell', 'Broker'],
  ['Mr', 'Emrys', 'Calloway', 'harrowmere', 'Claims handler'],
  ['Ms', 'Delphine', 'Orme', 'harrowmere', 'Underwriter'],
  ['Mr', 'Ludovic', 'Teague', 'gannet', 'Claims manager'],
  ['Mrs', 'Winifred', 'Sallow', 'seaScouts', 'Quartermaster'],
  ['Mr', 'Corin', 'Blythe', 'rowing', 'Boatman'],
  ['Dr', 'Marisol', 'Fenn', 'museum', 'Keeper of boats'],
  ['Mr', 'Barnaby', 'Starling', 'oyster', 'Skipper'],
  ['Ms', 'Freya', 'Solheim', 'ferries', 'Fleet manager'],
  ['Mr', 'Cosmo', 'Larkin', 'charter', 'Director'],
];

export const STAFF_OF_FIRMS: readonly PersonContact[] = STAFF.map(
  ([title, given, family, firm, position]) => {
    const { name, addresses } = FIRMS[firm];
    const [first] = addresses;
    const domain = first?.value.split('@')[1] ?? 'mail.example';
    return person(title, given, family, domain, { organisation: name, position });
  },
);

const GIVEN = [
  'Aurelia',
  'Bram',
  'Clemency',
  'Digory',
  'Esme',
  'Fabian',
  'Gwenda',
  'Hector',
  'Ivo',
  'Juno',
  'Kit',
  'Linnea',
  'Mabyn',
  'Ned',
  'Ottilie',
  'Pascal',
  'Rhoda',
  'Silvan',
  'Thea',
  'Ursel',
  'Verena',
  'Wystan',
];
const LAST = [
  'Arkwell',
  'Bosanko',
  'Carlyon',
  'Dabney',
  'Elphick',
  'Fulljames',
  'Goldsworthy',
  'Hocking',
  'Inchbald',
  'Jolliffe',
  'Kneebone',
  'Lutey',
  'Mabb',
  'Northey',
  'Odgers',
  'Penrice',
  'Rowse',
  'Spargo',
  'Tregear',
  'Venning',
  'Wickett',
  'Yarrow',
];
const TITLES = ['Mr', 'Ms', 'Mrs', 'Mr', 'Dr'];
const MORE = 44;

/** Owners of the later matters: most people. */
export const MORE_OWNERS: readonly PersonContact[] = Array.from({ length: MORE }, (_, n) =>
  person(
    TITLES[n % TITLES.length],
    GIVEN[n % GIVEN.length] ?? '',
    LAST[(n * 5 + Math.floor(n / GIVEN.length)) % LAST.length] ?? '',
    n % 4 === 0 ? 'seamail.example' : 'harbourpost.example',
  ),
);
