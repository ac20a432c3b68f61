import type { Contact, PersonContact } from '../model/contact.ts';
import { joinNames } from '../values/writeValue.ts';

const NOBODY_BY_NAME = 'Dear Sir or Madam';

/**
 * The formal greeting for those a message goes to: title and family name, jointly for several (`Dear Ms Okafor and
 * Mr Lund`), a couple of one name together (`Dear Mr and Mrs Vane`), a contact's or couple's own wording where it is
 * the only one. Organisations have nobody by name. An empty list greets nobody by name as well.
 */
export function formalGreeting(to: readonly Contact[]): string {
  return ownWording(to, 'ownFormalGreeting') ?? greet(to, formalNames);
}

/** The familiar greeting: given names, `Dear Ines and Aksel`. */
export function familiarGreeting(to: readonly Contact[]): string {
  return (
    ownWording(to, 'ownFamiliarGreeting') ?? greet(to, (people) => people.map((person) => person.givenName))
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
  if (to.length === 1) return to[0]?.[kind];
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
  return people.length === 0 ? NOBODY_BY_NAME : `Dear ${joinNames(name(people))}`;
}

const formalName = ({ title, givenName, familyName }: PersonContact): string =>
  title ? `${title} ${familyName}` : `${givenName} ${familyName}`.trim();

const areCouple = (a: PersonContact, b: PersonContact): boolean =>
  (a.couple?.withId === b.id || b.couple?.withId === a.id) && a.familyName === b.familyName;

/** Neighbours who are a couple of one name share it: `Mr and Mrs Vane`; everyone else stands alone. */
function formalNames(people: readonly PersonContact[]): readonly string[] {
  const names: string[] = [];
  for (let at = 0; at < people.length; at += 1) {
    const person = people[at];
    const next = people[at + 1];
    if (person?.title && next?.title && areCouple(person, next)) {
      names.push(`${person.title} and ${next.title} ${person.familyName}`);
      at += 1;
    } else if (person) {
      names.push(formalName(person));
    }
  }
  return names;
}
