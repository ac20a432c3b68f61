import { formalGreeting } from '../greetings/greetings.ts';
import type { Contact, PersonContact } from '../model/contact.ts';
import type { CheckInput, Line } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { foldName, foldText } from '../model/words.ts';

const OPENS = /^(?:Dear|Good (?:morning|afternoon|evening)|Hello|Hi|Kjære|Hei)\b[^,.!:;\n]*/u;
/** Words of a greeting that are nobody's name. */
const NO_NAMES = new Set(
  (
    'dear good morning afternoon evening hello hi kjaere hei mr mrs ms miss mx dr prof professor captain capt sir madam lady lord ' +
    'and or all both everyone colleagues team friends the at of sirs frue herr fru'
  ).split(' '),
);
/** Greetings stand at the top; a later `Dear` belongs to something quoted. */
const SEARCHED_LINES = 4;

/** The line that greets, with the words that do. */
export function greetingIn(
  lines: readonly Line[],
): { readonly line: Line; readonly words: string } | undefined {
  const line = lines.slice(0, SEARCHED_LINES).find(({ text }) => OPENS.test(text));
  const words = line && OPENS.exec(line.text)?.[0].trimEnd();
  return line && words ? { line, words } : undefined;
}

/** The greeting should name those the message goes to, and nobody else. */
export function checkGreeting({ lines, recipients, contacts, record }: CheckInput): readonly Note[] {
  const found = greetingIn(lines);
  const to = recipients.to.flatMap(({ contactId }) => (contactId && contacts.get(contactId)) || []);
  if (!found || to.length < recipients.to.length || to.length === 0) return [];
  const { line, words } = found;
  const names = foldText(words).folded.filter((word) => !NO_NAMES.has(word));
  if (names.length === 0 || isOwnWording(words, to)) return [];
  return disagreement(
    line,
    words,
    names,
    to,
    record.parties.map(({ contact }) => contact),
  );
}

function disagreement(
  line: Line,
  words: string,
  names: readonly string[],
  to: readonly Contact[],
  parties: readonly Contact[],
): readonly Note[] {
  const where = { part: 'body', block: line.block, words } as const;
  const greeting = formalGreeting(to);
  const remedies = [{ kind: 'replaceWords', block: line.block, words, by: greeting }] as const;
  const theirs = new Set(to.flatMap(nameWords));
  const stranger = names.find((name) => !theirs.has(name));
  if (stranger !== undefined) {
    const other = parties.find((contact) => nameWords(contact).includes(stranger));
    return [
      caution('greetingNamesOther', where, { words, name: other?.name ?? stranger, greeting }, remedies),
    ];
  }
  const left = to.filter(isPerson).find((person) => !nameWords(person).some((word) => names.includes(word)));
  return left ? [caution('greetingLeavesOut', where, { words, name: left.name, greeting }, remedies)] : [];
}

const isPerson = (contact: Contact): contact is PersonContact => contact.kind === 'person';

const nameWords = (contact: Contact): readonly string[] => foldText(contact.name).folded;

/** A contact's or couple's own greeting is right by definition. */
const isOwnWording = (words: string, to: readonly Contact[]): boolean =>
  to.some((contact) =>
    [
      contact.ownFormalGreeting,
      contact.ownFamiliarGreeting,
      isPerson(contact) ? contact.couple?.greeting : undefined,
    ].some((own) => own !== undefined && foldName(own) === foldName(words)),
  );
