import { formalGreeting } from '../greetings/greetings.ts';
import type { Contact, PersonContact } from '../model/contact.ts';
import type { CheckInput, Line } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { foldName, foldText } from '../model/words.ts';

const OPENS =
  /^(?:Dear|Good (?:morning|afternoon|evening),?|Hello|Hi|Kjære|Hei|Kære|Liebe[r]?|Sehr geehrte[r]?|Ch[eè]re?)\s(?:(?!\s[–—-]\s|\s[-–—]$)(?:(?<=\b(?:Mr|Mrs|Ms|Dr|Prof|Capt|St|Rev))\.|[^,.!:;\n–—]))*(?:,\s(?=(?:\p{Lu}[\p{L}’'-]+\s?){1,3}[,:–—]?$)[^,.!:;\n–—]+)?/u;
/** Words of a greeting that are nobody's name. */
const NO_NAMES = new Set(
  (
    'dear good morning afternoon evening hello hi kjaere hei mr mrs ms miss mx dr prof professor captain capt sir madam lady lord ' +
    'and or all both everyone colleagues team friends the at of sirs frue herr herrn frau fru sehr geehrte geehrter liebe ' +
    'lieber cher chere kaere'
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
  if (/[[\]{}<>_]/u.test(words) || isOwnWording(words, to)) return [];
  if (BOTH.test(words) && to.length === 1 && !isSeveral(to))
    return [
      caution(
        'greetsMore',
        { part: 'body', block: line.block, words },
        { words, name: to[0]?.name ?? '', greeting: formalGreeting(to) },
        [{ kind: 'replaceWords', block: line.block, words, by: formalGreeting(to) }],
      ),
    ];
  const names = namesIn(words);
  if (names.length === 0) return [];
  return disagreement(
    line,
    words,
    names,
    to,
    record.parties.map(({ contact }) => contact),
  );
}

/** Said to two. */
const BOTH = /\bboth\b/iu;
/** A household or a house may well be greeted as several. */
const isSeveral = (to: readonly Contact[]): boolean =>
  to.some(
    (contact) =>
      contact.kind === 'organisation' || contact.couple !== undefined || /\b(?:and|&)\b/u.test(contact.name),
  );

/** Words of a greeting that name somebody: what is written small (`Dear tenant`, `and family`) names nobody. */
function namesIn(words: string): readonly string[] {
  const { words: written, folded } = foldText(words);
  return folded.filter((word, n) => /^\p{Lu}|^\p{Lo}/u.test(written[n]?.text ?? '') && !NO_NAMES.has(word));
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
  const known = (name: string): boolean =>
    theirs.has(name) || to.some((one) => isPerson(one) && isShortFor(name, one.givenName ?? one.name));
  const stranger = names.find((name) => !known(name));
  if (stranger !== undefined) {
    const other = parties.find((contact) => nameWords(contact).includes(stranger));
    return [
      caution('greetingNamesOther', where, { words, name: other?.name ?? stranger, greeting }, remedies),
    ];
  }
  const left = to
    .filter(isPerson)
    .find(
      (person) =>
        !nameWords(person).some((word) => names.includes(word)) &&
        !names.some((name) => isShortFor(name, person.givenName ?? person.name)),
    );
  return left ? [caution('greetingLeavesOut', where, { words, name: left.name, greeting }, remedies)] : [];
}

const isPerson = (contact: Contact): contact is PersonContact => contact.kind === 'person';

const nameWords = (contact: Contact): readonly string[] => foldText(contact.name).folded;

/** Short forms of given names that do not begin as the name does; those that do are known by that. */
const SHORT_FORMS: Readonly<Record<string, string>> = {
  bill: 'william will',
  billy: 'william',
  bob: 'robert',
  bobby: 'robert',
  dick: 'richard',
  rick: 'richard',
  ted: 'edward theodore',
  ned: 'edward',
  jack: 'john jonathan',
  jim: 'james',
  jimmy: 'james',
  harry: 'henry harold',
  hal: 'henry harold',
  chuck: 'charles',
  peggy: 'margaret',
  meg: 'margaret',
  daisy: 'margaret',
  greta: 'margaret',
  liz: 'elizabeth',
  lizzie: 'elizabeth',
  beth: 'elizabeth',
  betty: 'elizabeth',
  libby: 'elizabeth',
  kate: 'katherine catherine kathleen',
  katie: 'katherine catherine kathleen',
  kit: 'christopher katherine',
  molly: 'mary',
  polly: 'mary',
  nell: 'eleanor helen ellen',
  nellie: 'eleanor helen ellen',
  sally: 'sarah',
  tony: 'anthony',
  sandy: 'alexander alexandra',
  sasha: 'alexander alexandra',
  lex: 'alexander',
  drew: 'andrew',
  bert: 'albert robert herbert',
  gus: 'angus augustus',
  lottie: 'charlotte',
  tilly: 'matilda',
  patsy: 'patricia',
  tina: 'christina martina',
  lena: 'helena magdalena',
  lars: 'laurence',
};
const LEAST_SHORT = 3;

/** Whether a word is a given name's short form: `Toby` of Tobias, `Bill` of William. */
function isShortFor(word: string, givenName: string): boolean {
  const given = foldName(givenName).split(' ')[0] ?? '';
  if (given === '' || word.length < 2) return false;
  if ((SHORT_FORMS[word] ?? '').split(' ').includes(given)) return true;
  const stem = word.replace(/(?:ie|y|i|o|a)$/u, '');
  const short = stem.length >= LEAST_SHORT - 1 && word.length >= LEAST_SHORT ? stem : word;
  return given.length > short.length && given.startsWith(short) && short.length >= LEAST_SHORT - 1;
}

/** A contact's or couple's own greeting is right by definition. */
const isOwnWording = (words: string, to: readonly Contact[]): boolean =>
  to.some((contact) =>
    [
      contact.ownFormalGreeting,
      contact.ownFamiliarGreeting,
      isPerson(contact) ? contact.couple?.greeting : undefined,
    ].some((own) => own !== undefined && foldName(own) === foldName(words)),
  );
