import type { CheckInput } from './checkInput.ts';
import { greetingIn } from './greeting.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/**
 * The smallest words of a language, which every text of some length is full of, without those that two of these languages
 * share. Norwegian and Danish are too near each other to be told apart by them, and are taken for one.
 */
const SMALL_WORDS = {
  English:
    'the and of to is are was were you your we our with for that this it not be have will would from please',
  German:
    'der die das und ist sind war ihnen ihr ihre wir unser unsere mit für dass dieser nicht werden haben von bitte auf auch wird',
  French:
    'le les et est sont était vous votre nous notre avec pour que cette ce ne pas avoir être dans des du sur merci',
  Dutch:
    'het een en zijn was u uw wij onze met voor dat deze dit niet worden hebben van graag ook wordt bij naar',
  Spanish:
    'el los y es son era usted su nosotros nuestro con para que esta este no ser haber por las del gracias',
  Italian:
    'il gli e è sono era lei suo noi nostro con per che questa questo non essere avere di della del grazie',
  Portuguese: 'o os é são você seu nós nosso com para que esta não ser ter por da do obrigado uma em',
  'Norwegian or Danish':
    'og er var du din vi vår vores med for at denne dette ikke være ha har på til fra også blir takk tak jeg som',
  Swedish:
    'och är var du din vi vår med för att denna detta inte vara har på till från också blir tack jag som',
  Polish: 'i jest są był pan pani nasz nasza z dla że ten to nie być mieć od do na w się oraz prosimy',
} as const;
type Language = keyof typeof SMALL_WORDS;

const WORDS_OF = Object.entries(SMALL_WORDS).map(
  ([language, words]) => [language as Language, new Set(words.split(' '))] as const,
);

/** Fewer of them could be a name or a quotation. */
const LEAST_WORDS = 5;
/** So many times as many as of the next language. */
const CLEARLY = 1.6;

/** The language that a text is written in; undefined where it is too short, or mixed, to tell. */
export function languageOf(text: string): Language | undefined {
  const words = text.toLowerCase().match(/\p{L}+/gu) ?? [];
  const counts = WORDS_OF.map(
    ([language, small]) => [language, words.filter((word) => small.has(word)).length] as const,
  ).sort(([, a], [, b]) => b - a);
  const [first, second] = counts;
  if (!first || first[1] < LEAST_WORDS || first[1] < (second?.[1] ?? 0) * CLEARLY) return undefined;
  return first[0];
}

/** How letters begin, by the languages that begin so. */
const OPENINGS: readonly (readonly [RegExp, readonly Language[]])[] = [
  [/^(?:Dear|Good (?:morning|afternoon|evening)|Hello|Hi)\b/u, ['English']],
  [/^(?:Sehr geehrte|Liebe|Guten (?:Tag|Morgen|Abend))/u, ['German']],
  [/^(?:Madame|Monsieur|Ch[eè]re?s?|Bonjour)\b/u, ['French']],
  [/^(?:Geachte|Beste|Goeden?)\b/u, ['Dutch']],
  [/^(?:Estimad|Querid|Buen(?:os|as))/u, ['Spanish', 'Portuguese']],
  [/^(?:Gentil|Egregi|Car[oai]\b|Buon)/u, ['Italian', 'Portuguese']],
  [/^(?:Prezad|Exm)/u, ['Portuguese']],
  [/^(?:Kjære|Kære|Hei)\b/u, ['Norwegian or Danish']],
  [/^(?:Bästa|Hej)/u, ['Swedish', 'Norwegian or Danish']],
  [/^(?:Szanown|Drog|Dzień)/u, ['Polish']],
];
const MOST_LINES = 12;

/** A greeting in one language over a text in another. */
export function checkLanguage({ lines }: CheckInput): readonly Note[] {
  const found = greetingIn(lines) ?? openingIn(lines);
  if (!found) return [];
  const languages = OPENINGS.find(([opens]) => opens.test(found.words))?.[1];
  const after = lines.slice(lines.indexOf(found.line) + 1).slice(0, MOST_LINES);
  const written = languageOf(after.map(({ text }) => text).join('\n'));
  if (!languages || !written || languages.includes(written)) return [];
  return [
    caution(
      'greetingLanguage',
      { part: 'body', block: found.line.block, words: found.words },
      { words: found.words, greeting: languages.join(' or '), text: written },
    ),
  ];
}

/** A greeting in a language that the reader of greetings does not know: the first line, where it is short and ends as one does. */
function openingIn(lines: CheckInput['lines']): ReturnType<typeof greetingIn> {
  const [line] = lines;
  const words = line?.text.trim() ?? '';
  return line && words.length < 80 && words.endsWith(',') ? { line, words } : undefined;
}
