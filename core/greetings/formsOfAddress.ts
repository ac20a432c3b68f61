import type { PersonContact } from '../model/contact.ts';

/** How a title is spoken to, in a greeting: with the family name, the given name, or by itself. */
interface Form {
  readonly words: string;
  readonly name: 'family' | 'given' | 'none';
}

const family = (words: string): Form => ({ words, name: 'family' });

/**
 * Titles as people type them, folded, with what stands in a greeting, after the forms of address that guides to them share:
 * a knight by his given name, ranks by their general word, clergy without `The`.
 */
const FORMS: Readonly<Record<string, Form>> = {
  mr: family('Mr'),
  mrs: family('Mrs'),
  ms: family('Ms'),
  miss: family('Miss'),
  mx: family('Mx'),
  master: { words: 'Master', name: 'given' },
  messrs: family('Messrs'),
  dr: family('Dr'),
  doctor: family('Dr'),
  prof: family('Professor'),
  professor: family('Professor'),
  'prof dr': family('Professor'),
  'professor dr': family('Professor'),
  sir: { words: 'Sir', name: 'given' },
  dame: { words: 'Dame', name: 'given' },
  lord: family('Lord'),
  'the lord': family('Lord'),
  lady: family('Lady'),
  'the lady': family('Lady'),
  baroness: family('Lady'),
  baron: family('Lord'),
  viscount: family('Lord'),
  viscountess: family('Lady'),
  earl: family('Lord'),
  countess: family('Lady'),
  rev: family('Reverend'),
  revd: family('Reverend'),
  reverend: family('Reverend'),
  'rev dr': family('Dr'),
  'revd dr': family('Dr'),
  'reverend dr': family('Dr'),
  'rev canon': family('Canon'),
  'revd canon': family('Canon'),
  'reverend canon': family('Canon'),
  canon: family('Canon'),
  dean: { words: 'Dean', name: 'none' },
  'very revd': { words: 'Dean', name: 'none' },
  'very reverend': { words: 'Dean', name: 'none' },
  venerable: { words: 'Archdeacon', name: 'none' },
  archdeacon: { words: 'Archdeacon', name: 'none' },
  'rt revd': { words: 'Bishop', name: 'none' },
  'right reverend': { words: 'Bishop', name: 'none' },
  bishop: { words: 'Bishop', name: 'none' },
  archbishop: { words: 'Archbishop', name: 'none' },
  father: family('Father'),
  fr: family('Father'),
  pastor: family('Pastor'),
  sister: { words: 'Sister', name: 'given' },
  brother: { words: 'Brother', name: 'given' },
  rabbi: family('Rabbi'),
  imam: family('Imam'),
  judge: family('Judge'),
  'his honour judge': family('Judge'),
  'her honour judge': family('Judge'),
  justice: family('Judge'),
  'mr justice': family('Judge'),
  'mrs justice': family('Judge'),
  ambassador: { words: 'Ambassador', name: 'none' },
  councillor: family('Councillor'),
  cllr: family('Councillor'),
  alderman: family('Alderman'),
  mayor: { words: 'Mayor', name: 'none' },
  'lord mayor': { words: 'Lord Mayor', name: 'none' },
  captain: family('Captain'),
  capt: family('Captain'),
  major: family('Major'),
  maj: family('Major'),
  colonel: family('Colonel'),
  col: family('Colonel'),
  'lieutenant colonel': family('Colonel'),
  'lt col': family('Colonel'),
  brigadier: family('Brigadier'),
  brig: family('Brigadier'),
  general: family('General'),
  gen: family('General'),
  'major general': family('General'),
  'maj gen': family('General'),
  'lieutenant general': family('General'),
  'lt gen': family('General'),
  lieutenant: family('Lieutenant'),
  lt: family('Lieutenant'),
  'lieutenant commander': family('Commander'),
  'lt cdr': family('Commander'),
  commander: family('Commander'),
  cdr: family('Commander'),
  commodore: family('Commodore'),
  admiral: family('Admiral'),
  'rear admiral': family('Admiral'),
  'vice admiral': family('Admiral'),
  'wing commander': family('Wing Commander'),
  'wg cdr': family('Wing Commander'),
  'squadron leader': family('Squadron Leader'),
  'sqn ldr': family('Squadron Leader'),
  'flight lieutenant': family('Flight Lieutenant'),
  'flt lt': family('Flight Lieutenant'),
  'group captain': family('Group Captain'),
  sergeant: family('Sergeant'),
  sgt: family('Sergeant'),
  'mr and mrs': family('Mr and Mrs'),
  'mr & mrs': family('Mr and Mrs'),
  'dr and mrs': family('Dr and Mrs'),
  'mr and dr': family('Mr and Dr'),
  herr: family('Herr'),
  frau: family('Frau'),
  fru: family('Fru'),
  madame: family('Madame'),
  mme: family('Madame'),
  monsieur: family('Monsieur'),
  m: family('Monsieur'),
  senor: family('Señor'),
  senora: family('Señora'),
};

/** Styles that are written on an envelope and never spoken to. */
const STYLES =
  /^(?:the\s+)?(?:rt\.?\s+hon\.?|right\s+honou?rable|hon\.?|honou?rable|most\s+hon\.?|most\s+honourable|his\s+excellency|her\s+excellency|h\.?\s?e\.?|his\s+grace|her\s+grace)(?=\s|$)(?:\s+the)?\s*/iu;

const folded = (title: string): string =>
  title
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/\./g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** A title as it stands in a greeting; undefined where there is none to be used. One that is not known stands as it is. */
function formOf(title: string): Form | undefined {
  const bare = title.trim().replace(STYLES, '').trim();
  if (bare === '') return undefined;
  const key = folded(bare);
  // A knight with a rank is spoken to as a knight: `Admiral Sir`.
  const knighted = / (sir|dame)$/.exec(key)?.[1];
  const known = FORMS[key] ?? FORMS[key.replace(/^the /, '')] ?? (knighted ? FORMS[knighted] : undefined);
  if (known) {
    // Whoever writes a full stop behind a short title goes on doing so.
    const dotted = /^(?:Mr|Mrs|Ms|Mx|Dr)\.$/.test(bare) ? `${known.words}.` : known.words;
    return { ...known, words: dotted };
  }
  return family(bare);
}

/** Writing in which a name is its family's and then the given one, without a space. */
const FAMILY_FIRST = /^[\p{sc=Han}\p{sc=Hangul}\p{sc=Hiragana}\p{sc=Katakana}]+$/u;

const tidy = (text: string | undefined): string => (text ?? '').replace(/\s+/gu, ' ').trim();

/** A person's given and family names as one. */
export function wholeName({ name, givenName, familyName }: PersonContact): string {
  const [given, last] = [tidy(givenName), tidy(familyName)];
  if (given === '' || last === '') return given || last || tidy(name);
  return FAMILY_FIRST.test(given + last) ? `${last}${given}` : `${given} ${last}`;
}

/** How a person is greeted formally, without `Dear`; empty where nothing is known of them. */
export function formalName(person: PersonContact): string {
  const [given, last] = [tidy(person.givenName), tidy(person.familyName)];
  const form = formOf(tidy(person.title));
  if (!form) return wholeName(person);
  const name = form.name === 'none' ? '' : form.name === 'given' ? given : last;
  if (form.name === 'none') return form.words;
  if (name !== '') return `${form.words} ${name}`;
  // `Sir` is said of a knight by himself, `Ms` of nobody.
  if (form.name === 'given' && given === '' && /^(?:Sir|Dame)$/.test(form.words))
    return form.words === 'Sir' ? 'Sir' : 'Madam';
  return given || last || tidy(person.name);
}

/** The same with the given name, for two who would be greeted alike. */
export function formalNameInFull(person: PersonContact): string {
  const form = formOf(tidy(person.title));
  const whole = wholeName(person);
  return form?.name === 'family' ? `${form.words} ${whole}` : whole;
}

/** How a person is greeted familiarly: by the given name, or formally where there is none. */
export const familiarName = (person: PersonContact): string => tidy(person.givenName) || formalName(person);

/** A couple of one name together, `Mr and Mrs Vane`; undefined where their titles do not go together so. */
export function coupleName(a: PersonContact, b: PersonContact): string | undefined {
  const [first, second] = [formOf(tidy(a.title)), formOf(tidy(b.title))];
  const last = tidy(a.familyName);
  if (!first || !second || last === '' || last !== tidy(b.familyName)) return undefined;
  if (first.name !== 'family' || second.name !== 'family' || first.words === second.words) return undefined;
  return `${first.words} and ${second.words} ${last}`;
}
