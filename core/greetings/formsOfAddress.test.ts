import { describe, expect, it } from 'vitest';
import type { Contact, PersonContact } from '../model/contact.ts';
import { ines, organisation, person } from '../tests/fixtures.ts';
import { familiarGreeting, formalGreeting } from './greetings.ts';

const somebody = (title: string, givenName: string, familyName: string): PersonContact => ({
  ...person('x'),
  id: `${title}${givenName}${familyName}` as PersonContact['id'],
  name: `${givenName} ${familyName}`.trim(),
  title,
  givenName,
  familyName,
});

/** Title, given name, family name; then the formal greeting, after the forms that guides to address share. */
const TABLE: readonly (readonly [title: string, given: string, family: string, formal: string])[] = [
  ['Mr', 'Ruben', 'Vane', 'Dear Mr Vane'],
  ['mr', 'Ruben', 'Vane', 'Dear Mr Vane'],
  ['MR', 'Ruben', 'Vane', 'Dear Mr Vane'],
  ['Mr.', 'Ruben', 'Vane', 'Dear Mr. Vane'],
  ['mr.', 'Ruben', 'Vane', 'Dear Mr Vane'],
  [' Mr ', ' Ruben ', ' Vane ', 'Dear Mr Vane'],
  ['Mrs', 'Hester', 'Vane', 'Dear Mrs Vane'],
  ['mrs', 'Hester', 'Vane', 'Dear Mrs Vane'],
  ['Mrs.', 'Hester', 'Vane', 'Dear Mrs. Vane'],
  ['Ms', 'Ines', 'Okafor', 'Dear Ms Okafor'],
  ['ms', 'Ines', 'Okafor', 'Dear Ms Okafor'],
  ['Ms.', 'Ines', 'Okafor', 'Dear Ms. Okafor'],
  ['Miss', 'Celia', 'Marchbank', 'Dear Miss Marchbank'],
  ['miss', 'Celia', 'Marchbank', 'Dear Miss Marchbank'],
  ['Mx', 'Robin', 'Fell', 'Dear Mx Fell'],
  ['mx', 'Robin', 'Fell', 'Dear Mx Fell'],
  ['Master', 'Tom', 'Fell', 'Dear Master Tom'],
  ['Dr', 'Mira', 'Dalhousie', 'Dear Dr Dalhousie'],
  ['dr', 'Mira', 'Dalhousie', 'Dear Dr Dalhousie'],
  ['Dr.', 'Mira', 'Dalhousie', 'Dear Dr. Dalhousie'],
  ['Doctor', 'Mira', 'Dalhousie', 'Dear Dr Dalhousie'],
  ['Prof', 'Piers', 'Ottway', 'Dear Professor Ottway'],
  ['Prof.', 'Piers', 'Ottway', 'Dear Professor Ottway'],
  ['Professor', 'Piers', 'Ottway', 'Dear Professor Ottway'],
  ['Prof. Dr.', 'Piers', 'Ottway', 'Dear Professor Ottway'],
  ['Professor Dr', 'Piers', 'Ottway', 'Dear Professor Ottway'],
  // Knights and dames by their given name, peers by their title's.
  ['Sir', 'Ruben', 'Vane', 'Dear Sir Ruben'],
  ['sir', 'Ruben', 'Vane', 'Dear Sir Ruben'],
  ['Sir', '', 'Vane', 'Dear Sir'],
  ['Dame', 'Hester', 'Vane', 'Dear Dame Hester'],
  ['Dame', '', 'Vane', 'Dear Madam'],
  ['Lord', 'Ruben', 'Vane', 'Dear Lord Vane'],
  ['The Lord', '', 'Vane', 'Dear Lord Vane'],
  ['Lady', 'Hester', 'Vane', 'Dear Lady Vane'],
  ['The Lady', 'Hester', 'Vane', 'Dear Lady Vane'],
  ['Baroness', 'Hester', 'Vane', 'Dear Lady Vane'],
  ['Baron', 'Ruben', 'Vane', 'Dear Lord Vane'],
  ['Viscount', '', 'Vane', 'Dear Lord Vane'],
  ['Earl', '', 'Vane', 'Dear Lord Vane'],
  ['Countess', '', 'Vane', 'Dear Lady Vane'],
  // Styles of an envelope are not spoken to.
  ['The Rt Hon', 'Hester', 'Vane', 'Dear Hester Vane'],
  ['Rt Hon', 'Hester', 'Vane', 'Dear Hester Vane'],
  ['The Right Honourable', 'Hester', 'Vane', 'Dear Hester Vane'],
  ['The Hon', 'Hester', 'Vane', 'Dear Hester Vane'],
  ['The Hon.', 'Hester', 'Vane', 'Dear Hester Vane'],
  ['The Hon Mrs', 'Hester', 'Vane', 'Dear Mrs Vane'],
  ['The Rt Hon Sir', 'Ruben', 'Vane', 'Dear Sir Ruben'],
  ['The Rt Hon the Lord', '', 'Vane', 'Dear Lord Vane'],
  ['Rt. Hon. Dame', 'Hester', 'Vane', 'Dear Dame Hester'],
  ['His Excellency', 'Ruben', 'Vane', 'Dear Ruben Vane'],
  ['Her Excellency Dr', 'Hester', 'Vane', 'Dear Dr Vane'],
  // Clergy.
  ['The Reverend', 'Ruben', 'Vane', 'Dear Reverend Vane'],
  ['Reverend', 'Ruben', 'Vane', 'Dear Reverend Vane'],
  ['Rev', 'Ruben', 'Vane', 'Dear Reverend Vane'],
  ['Rev.', 'Ruben', 'Vane', 'Dear Reverend Vane'],
  ['The Revd', 'Ruben', 'Vane', 'Dear Reverend Vane'],
  ['Revd', 'Ruben', 'Vane', 'Dear Reverend Vane'],
  ['The Revd Dr', 'Ruben', 'Vane', 'Dear Dr Vane'],
  ['The Reverend Dr', 'Ruben', 'Vane', 'Dear Dr Vane'],
  ['Rev. Dr.', 'Ruben', 'Vane', 'Dear Dr Vane'],
  ['The Revd Canon', 'Ruben', 'Vane', 'Dear Canon Vane'],
  ['Canon', 'Ruben', 'Vane', 'Dear Canon Vane'],
  ['The Very Revd', 'Ruben', 'Vane', 'Dear Dean'],
  ['The Very Reverend', 'Ruben', 'Vane', 'Dear Dean'],
  ['The Venerable', 'Ruben', 'Vane', 'Dear Archdeacon'],
  ['The Rt Revd', 'Ruben', 'Vane', 'Dear Bishop'],
  ['The Right Reverend', 'Ruben', 'Vane', 'Dear Bishop'],
  ['Bishop', 'Ruben', 'Vane', 'Dear Bishop'],
  ['Archbishop', 'Ruben', 'Vane', 'Dear Archbishop'],
  ['Father', 'Ruben', 'Vane', 'Dear Father Vane'],
  ['Fr', 'Ruben', 'Vane', 'Dear Father Vane'],
  ['Pastor', 'Ruben', 'Vane', 'Dear Pastor Vane'],
  ['Sister', 'Hester', 'Vane', 'Dear Sister Hester'],
  ['Brother', 'Ruben', 'Vane', 'Dear Brother Ruben'],
  ['Rabbi', 'Ruben', 'Vane', 'Dear Rabbi Vane'],
  ['Imam', 'Ruben', 'Vane', 'Dear Imam Vane'],
  // Courts and offices.
  ['Judge', 'Hester', 'Vane', 'Dear Judge Vane'],
  ['Her Honour Judge', 'Hester', 'Vane', 'Dear Judge Vane'],
  ['His Honour Judge', 'Ruben', 'Vane', 'Dear Judge Vane'],
  ['Mr Justice', 'Ruben', 'Vane', 'Dear Judge Vane'],
  ['The Hon Mrs Justice', 'Hester', 'Vane', 'Dear Judge Vane'],
  ['Ambassador', 'Hester', 'Vane', 'Dear Ambassador'],
  ['Councillor', 'Hester', 'Vane', 'Dear Councillor Vane'],
  ['Cllr', 'Hester', 'Vane', 'Dear Councillor Vane'],
  ['The Mayor', 'Hester', 'Vane', 'Dear Mayor'],
  ['The Lord Mayor', 'Hester', 'Vane', 'Dear Lord Mayor'],
  // Ranks by their general word.
  ['Captain', 'Ruben', 'Stray', 'Dear Captain Stray'],
  ['Capt', 'Ruben', 'Stray', 'Dear Captain Stray'],
  ['Capt.', 'Ruben', 'Stray', 'Dear Captain Stray'],
  ['Major', 'Ruben', 'Stray', 'Dear Major Stray'],
  ['Maj', 'Ruben', 'Stray', 'Dear Major Stray'],
  ['Colonel', 'Ruben', 'Stray', 'Dear Colonel Stray'],
  ['Lt Col', 'Ruben', 'Stray', 'Dear Colonel Stray'],
  ['Lt. Col.', 'Ruben', 'Stray', 'Dear Colonel Stray'],
  ['Lieutenant Colonel', 'Ruben', 'Stray', 'Dear Colonel Stray'],
  ['Brigadier', 'Ruben', 'Stray', 'Dear Brigadier Stray'],
  ['General', 'Ruben', 'Stray', 'Dear General Stray'],
  ['Maj Gen', 'Ruben', 'Stray', 'Dear General Stray'],
  ['Lieutenant General', 'Ruben', 'Stray', 'Dear General Stray'],
  ['Lieutenant', 'Ruben', 'Stray', 'Dear Lieutenant Stray'],
  ['Lt Cdr', 'Ruben', 'Stray', 'Dear Commander Stray'],
  ['Commander', 'Ruben', 'Stray', 'Dear Commander Stray'],
  ['Commodore', 'Ruben', 'Stray', 'Dear Commodore Stray'],
  ['Rear Admiral', 'Ruben', 'Stray', 'Dear Admiral Stray'],
  ['Vice Admiral', 'Ruben', 'Stray', 'Dear Admiral Stray'],
  ['Admiral Sir', 'Ruben', 'Stray', 'Dear Sir Ruben'],
  ['Professor Dame', 'Hester', 'Vane', 'Dear Dame Hester'],
  ['Brig.', 'Ruben', 'Stray', 'Dear Brigadier Stray'],
  ['Squadron Leader', 'Ruben', 'Stray', 'Dear Squadron Leader Stray'],
  ['Wing Commander', 'Ruben', 'Stray', 'Dear Wing Commander Stray'],
  ['Sqn Ldr', 'Ruben', 'Stray', 'Dear Squadron Leader Stray'],
  ['Flt Lt', 'Ruben', 'Stray', 'Dear Flight Lieutenant Stray'],
  ['Group Captain', 'Ruben', 'Stray', 'Dear Group Captain Stray'],
  ['Sgt', 'Ruben', 'Stray', 'Dear Sergeant Stray'],
  // One contact that is a couple.
  ['Mr and Mrs', 'Paul', 'Vane', 'Dear Mr and Mrs Vane'],
  ['Mr & Mrs', 'Paul', 'Vane', 'Dear Mr and Mrs Vane'],
  ['Dr and Mrs', 'Paul', 'Vane', 'Dear Dr and Mrs Vane'],
  ['Mr and Mrs', '', '', 'Dear Sir or Madam'],
  ['Mr and Mrs', 'Paul', '', 'Dear Paul'],
  // Nothing ends in a space, or names nobody.
  ['Ms', '', '', 'Dear Sir or Madam'],
  ['Ms', 'Ines', '', 'Dear Ines'],
  ['Mr', '', 'Vane', 'Dear Mr Vane'],
  ['', 'Ines', '', 'Dear Ines'],
  ['', '', 'Okafor', 'Dear Okafor'],
  ['', '', '', 'Dear Sir or Madam'],
  ['  ', ' ', ' ', 'Dear Sir or Madam'],
  ['', 'Ines', 'Okafor', 'Dear Ines Okafor'],
  ['', '  Ines  Maria ', ' Okafor ', 'Dear Ines Maria Okafor'],
  // Names as other languages have them.
  ['', 'Sólveig', 'Þórsdóttir', 'Dear Sólveig Þórsdóttir'],
  ['Herr', 'Jonas', 'Roth', 'Dear Herr Roth'],
  ['herr', 'Jonas', 'Roth', 'Dear Herr Roth'],
  ['Frau', 'Greta', 'Roth', 'Dear Frau Roth'],
  ['Fru', 'Kari', 'Ås', 'Dear Fru Ås'],
  ['Mme', 'Zoë', 'Ferrier', 'Dear Madame Ferrier'],
  ['Madame', 'Zoë', 'Ferrier', 'Dear Madame Ferrier'],
  ['M.', 'Luc', 'Ferrier', 'Dear Monsieur Ferrier'],
  ['Monsieur', 'Luc', 'Ferrier', 'Dear Monsieur Ferrier'],
  ['Señora', 'Pilar', 'Ruiz', 'Dear Señora Ruiz'],
  ['Senor', 'Juan', 'Ruiz', 'Dear Señor Ruiz'],
  ['', '伟', '王', 'Dear 王伟'],
  ['Mr', '伟', '王', 'Dear Mr 王'],
  ['', '太郎', '山田', 'Dear 山田太郎'],
  ['', '민준', '김', 'Dear 김민준'],
  ['', 'Wei', 'Wang', 'Dear Wei Wang'],
  ['Ms', 'Nguyễn', 'Thị Mai', 'Dear Ms Thị Mai'],
  ['Ms', 'Anna', 'van der Berg', 'Dear Ms van der Berg'],
  ['Mr', 'Leo', 'de la Cruz', 'Dear Mr de la Cruz'],
  ['Mr', 'Sean', 'O’Dowd', 'Dear Mr O’Dowd'],
  ['Ms', 'Eva', 'Smith-Ross', 'Dear Ms Smith-Ross'],
  // A title that nobody lists stands as it is written.
  ['Harbour Master', 'Odd', 'Mann', 'Dear Harbour Master Mann'],
  ['Ing.', 'Odd', 'Mann', 'Dear Ing. Mann'],
];

describe('a formal greeting', () => {
  it('is looked at in a hundred and fifty forms', () => {
    expect(TABLE.length).toBeGreaterThanOrEqual(150);
  });

  it.each(TABLE)('to %j %j %j is “%s”', (title, given, family, formal) => {
    const one = somebody(title, given, family);
    expect(formalGreeting([one])).toBe(formal);
    for (const greeting of [formalGreeting([one]), familiarGreeting([one]), formalGreeting([one, ines])]) {
      expect(greeting).toBe(greeting.trim());
      expect(greeting).not.toMatch(/\s{2}|^Dear$|Dear and|, and /);
    }
  });
});

describe('several together', () => {
  const mary = somebody('Mrs', 'Mary', 'Vane');
  const paul: PersonContact = { ...somebody('Mr', 'Paul', 'Vane'), couple: { withId: mary.id } };
  const drPaul: PersonContact = { ...paul, title: 'Dr' };
  const ruben = somebody('Mr', 'Ruben', 'Vane');
  const piers = somebody('Mr', 'Piers', 'Vane');
  const husband: PersonContact = { ...ruben, couple: { withId: piers.id } };
  const captain: PersonContact = { ...somebody('Mr', 'Odd', 'Mann'), ownFormalGreeting: 'Dear Captain' };
  const friends: PersonContact = { ...paul, couple: { withId: mary.id, greeting: 'Dear Paul and Mary' } };
  const other: PersonContact = { ...somebody('Ms', 'Zoë', 'Ferrier'), couple: { withId: paul.id } };

  it.each<readonly [readonly Contact[], string]>([
    [[paul, ines, mary], 'Dear Mr and Mrs Vane and Ms Okafor'],
    [[ines, mary, paul], 'Dear Ms Okafor and Mrs and Mr Vane'],
    [[drPaul, mary], 'Dear Dr and Mrs Vane'],
    [[ruben, piers], 'Dear Mr Ruben Vane and Mr Piers Vane'],
    [[husband, piers], 'Dear Mr Ruben Vane and Mr Piers Vane'],
    [[ruben, ines, piers], 'Dear Mr Ruben Vane, Ms Okafor and Mr Piers Vane'],
    [[captain, ines], 'Dear Captain and Ms Okafor'],
    [[friends, mary], 'Dear Paul and Mary'],
    [[friends, mary, ines], 'Dear Paul and Mary and Ms Okafor'],
    [[paul, other], 'Dear Mr Vane and Ms Ferrier'],
    [[somebody('Ms', '', ''), ines], 'Dear Ms Okafor'],
    [[organisation('Corrant Mutual'), somebody('', '', '')], 'Dear Sir or Madam'],
  ])('%#: %s', (to, greeting) => {
    expect(formalGreeting(to)).toBe(greeting);
  });

  it('familiarly, each by the given name, or formally where there is none', () => {
    expect(familiarGreeting([paul, somebody('Ms', '', 'Okafor')])).toBe('Dear Paul and Ms Okafor');
    expect(familiarGreeting([somebody('', '', '')])).toBe('Dear Sir or Madam');
  });
});
