import type { Contact, PersonContact } from '../model/contact.ts';
import { coupleName, familiarName, formalName, formalNameInFull } from './formsOfAddress.ts';
import { joinNames } from '../values/writeValue.ts';

const NOBODY_BY_NAME = 'Dear Sir or Madam';

/**
 * The formal greeting for those a message goes to: title and family name, jointly for several (`Dear Ms Okafor and
 * Mr Lund`), a couple of one name together (`Dear Mr and Mrs Vane`), a contact's or couple's own wording kept in company too
 * (`Dear Captain and Ms Okafor`). Organisations have nobody by name. An empty list greets nobody by name as well. Nothing
 * ever ends in a space or names nobody.
 */
export function formalGreeting(to: readonly Contact[]): string {
  return ownWording(to, 'ownFormalGreeting') ?? greet(to, formalNames);
}

/** The familiar greeting: given names, `Dear Ines and Aksel`. */
export function familiarGreeting(to: readonly Contact[]): string {
  return (
    ownWording(to, 'ownFamiliarGreeting') ??
    greet(to, (people) => people.map((person) => ownName(person.ownFamiliarGreeting) ?? familiarName(person)))
  );
}

/** By the hour of the wall clock (0–23) at which the message leaves. */
export function hourGreeting(hour: number): string {
  if (hour >= 5 && hour < 12) return 'Good morning';
  return hour >= 12 && hour < 18 ? 'Good afternoon' : 'Good evening';
}

function ownWording(
  to: readonly Contact[],
  kind: 'ownFormalGreeting' | 'ownFamiliarGreeting',
): string | undefined {
  if (to.length === 1) return to[0]?.[kind]?.trim() || undefined;
  const [first, second, ...others] = to;
  if (others.length > 0 || first?.kind !== 'person' || second?.kind !== 'person') return undefined;
  if (first.couple?.withId === second.id && first.couple.greeting) return first.couple.greeting;
  return second.couple?.withId === first.id ? second.couple.greeting : undefined;
}

function greet(
  to: readonly Contact[],
  name: (people: readonly PersonContact[]) => readonly string[],
): string {
  const people = to.filter((contact): contact is PersonContact => contact.kind === 'person');
  const names = [...new Set(name(people).filter((one) => one !== ''))];
  return names.length === 0 ? NOBODY_BY_NAME : `Dear ${joinNames(names)}`;
}

/** What somebody's own wording calls them, for a greeting of several: `Captain` of `Dear Captain`. */
const ownName = (own: string | undefined): string | undefined =>
  /^\s*Dear\s+(.*\S)[\s,]*$/u.exec(own ?? '')?.[1];

const areCouple = (a: PersonContact, b: PersonContact): boolean =>
  a.couple?.withId === b.id || b.couple?.withId === a.id;

/** A couple stands together where the first of them stands, whoever is between; everyone else alone. */
function formalNames(people: readonly PersonContact[]): readonly string[] {
  const named = new Set<PersonContact>();
  const names = people.flatMap(
    (person): readonly { readonly name: string; readonly of: PersonContact[] }[] => {
      if (named.has(person)) return [];
      named.add(person);
      const other = people.find((one) => !named.has(one) && areCouple(person, one));
      const together =
        other &&
        (ownName(person.couple?.greeting) ?? ownName(other.couple?.greeting) ?? coupleName(person, other));
      if (!other || together === undefined)
        return [{ name: ownName(person.ownFormalGreeting) ?? formalName(person), of: [person] }];
      named.add(other);
      return [{ name: together, of: [person, other] }];
    },
  );
  // Two who would be greeted alike are told apart by their given names.
  const alike = (name: string): boolean => names.filter((one) => one.name === name).length > 1;
  return names.map(({ name, of: [person] }) => (person && alike(name) ? formalNameInFull(person) : name));
}
