import type { MatterRecord } from '../model/matter.ts';
import { foldName } from '../model/words.ts';

/** Words with which a text says that something goes with this message, and where they stand in it. */
export interface Announced {
  readonly words: string;
  readonly at: number;
}

/** What people enclose: the plain names of papers and files. A matter adds its documents' own categories. */
const PAPERS =
  'accounts|agenda|agreement|annexe?|appendix|application|article|bill|breakdown|brochure|calculation|certificate|chart|cheque|' +
  'contract|cop(?:y|ies)|correspondence|cv|deed|details|diagram|document|documentation|draft|drawing|estimate|evidence|figures|file|' +
  'form|grant|guide|image|information|instructions|inventory|invoice|itinerary|lease|leaflet|letter|list|manual|map|minutes|note|' +
  'notes|notice|order|page|paper|papers|paperwork|pdf|permit|photo|photograph|picture|plan|policy|presentation|proof|proposal|' +
  'questionnaire|quotation|quote|receipt|record|reference|reply|report|return|review|schedule|scan|sheet|sketch|specification|' +
  'spreadsheet|statement|summary|survey|table|terms|timetable|transcript|translation|valuation|version|will|worksheet';
const PRONOUNS = 'it|they|these|those|this|both|all|everything';

/** Negation, a time to come and a condition: what is said then is not done now. */
const NOT_NOW =
  /(?:\b(?:not|no|nothing|none|never|without|cannot|unable|need not|nor|(?<!\b(?:the|a|his|her|this|last|of)\s)will|shall|would|could|can|may|might|should|must|going to|once|if|had|until|when|before|were|was|been|be|being|un|previously|already|who|which you|that you|you|he|she)\b|n[’']t\b|[’']ll\b)[^.;:!?\n]{0,28}$/iu;
/** Done with another letter, or to a thing: `enclosed with your letter`, `attached to the hull`, `attached by bolts`. */
const ELSEWHERE =
  /^\s+(?:(?:to|with|in)\s+(?:the|a|an|its|her|his|your|their|our last|our previous|our earlier|our (?:letter|message|email) of|my (?:letter|message|email) of)\b(?!\s+(?:present\s)?(?:e-?mail|message)\b)|(?:by|at|on three|within|behind|using)\b)/iu;

const PATTERN_SIGNS = /[.*+?^${}()|[\]\\]/g;

/** What may be announced, as one pattern: with a plural, and with its number behind. */
function papersOf(record: MatterRecord): string {
  const own = [...new Set(record.documents.map(({ category }) => foldName(category)))]
    .filter((name) => name !== '')
    .map((name) => name.slice(0, 80).replace(PATTERN_SIGNS, '\\$&'));
  return [...own, PAPERS].join('|');
}

/** Ways of announcing that need no noun beside them. */
const BARE: readonly RegExp[] = [
  /\b(?:find|see|consult|read|review|sign|check|complete)\s(?:the\s)?(?:attached|enclosed)\b(?!\s+to\b)/giu,
  /\bsee\s(?:the\s)?(?:attachments?|enclosures?)\b/giu,
  /\b(?:in|among|with)\s(?:the|an|this)\s(?:attachments?|enclosures?)\b/giu,
  /\b(?:attached|enclosed)\s+(?:please|you(?:[’']ll|\swill)\s+find|herewith)/giu,
  /\b(?:herewith|attached hereto|attach(?:ed)? hereto)\b/giu,
  /\bthe\s(?:attached|enclosed)(?=\s(?:shows?|is|are|sets?|gives?|explains?|lists?|contains?|and|for|before|with|by)\b|[,.;:]|$)/giu,
  /^\s*(?:enc|encl|encs|enclosures?|attachments?|attached|enclosed)\s?[.:](?=\s|$)/giu,
  /\b(?:vedlagt|vedlegg(?:et)?|vedhæftet|bifogat|anbei|beigefügt|in der anlage|im anhang|ci-jointe?s?|en pièces? jointes?|adjunt[oa]s?|bijgevoegd|in de bijlage|in allegato)\b/giu,
];

interface Pattern {
  readonly own: RegExp;
  /** Whether what stands before decides as well: `I will attach`, `not attached`. */
  readonly guarded: boolean;
}

/** Ways that announce papers alone: what is attached to a hull or enclosed by a wall is none. */
// eslint-disable-next-line max-lines-per-function -- a table of patterns
function withPapers(papers: string): readonly Pattern[] {
  const noun = `(?:${papers})(?:s|es)?`;
  const some = '[^.;!?\\n]{0,48}?';
  return [
    {
      own: new RegExp(
        `(?<![\\p{L}])(?:${noun}|${PRONOUNS})(?![\\p{L}])[^.;:!?\\n]{0,40}?(?:\\s(?:is|are|am)|[’'](?:s|re))\\s(?:now\\s|also\\s|hereby\\s|all\\s|both\\s)?(?<said>attached|enclosed|herewith)\\b`,
        'giu',
      ),
      guarded: true,
    },
    { own: new RegExp(`(?<![\\p{L}])${noun}\\s(?<said>attached|enclosed)\\b`, 'giu'), guarded: true },
    {
      own: new RegExp(
        `\\b(?:the|your|our|my|this|these)\\s(?<said>attached|enclosed)\\s(?:[\\p{L}\\p{N}’'-]+\\s){0,3}?${noun}(?![\\p{L}])`,
        'giu',
      ),
      guarded: false,
    },
    {
      own: new RegExp(
        `^\\s*(?<said>attached|enclosed)(?:\\s(?:is|are|here|herewith)\\b|:)?${some}(?<![\\p{L}])${noun}(?![\\p{L}])`,
        'giu',
      ),
      guarded: false,
    },
    {
      own: new RegExp(
        `(?<!\\b(?:had|if|once|when|until|unless|before|after|as|that|which)\\s)\\b(?:I|we)(?:[’'](?:ve|m|re)|\\s(?:have|am|are))?\\s(?:(?:now|also|hereby|just|therefore|duly|again|here)\\s|(?:glad|pleased|happy|delighted|able)\\sto\\s)*(?<said>attach(?:ed|ing)?|enclos(?:e|ed|ing))\\s${some}(?<![\\p{L}])${noun}(?![\\p{L}])`,
        'giu',
      ),
      guarded: false,
    },
    {
      own: new RegExp(
        `\\b(?:find|send you)\\s${some}(?<![\\p{L}])${noun}${some}\\s(?<said>attached|enclosed)\\b`,
        'giu',
      ),
      guarded: false,
    },
    {
      own: new RegExp(
        `(?<![\\p{L}])${noun}(?![\\p{L}])${some}(?<said>(?:(?:is|are|comes?|goes)\\s)?(?:with|accompan(?:y|ies))\\sthis\\s(?:letter|message|e-?mail|mail|note))\\b`,
        'giu',
      ),
      guarded: true,
    },
    {
      own: new RegExp(
        `(?<said>with\\sthis\\s(?:letter|message|e-?mail|mail|note))\\s(?:you(?:[’']ll|\\swill)\\sfind|comes?|I\\ssend|we\\ssend)${some}(?<![\\p{L}])${noun}(?![\\p{L}])`,
        'giu',
      ),
      guarded: false,
    },
    {
      own: new RegExp(
        `\\b(?<said>here(?:[’']s|\\sis|\\sare))\\s(?:our|your|the|my|a|another)\\s(?:[\\p{L}’'-]+\\s){0,2}?${noun}(?![\\p{L}])(?!\\s(?:number|no|of the (?:day|week)))`,
        'giu',
      ),
      guarded: false,
    },
  ];
}

/** Made once for a record: a message has many lines. */
const patterns = new WeakMap<MatterRecord['documents'], readonly Pattern[]>();

function patternsFor(record: MatterRecord): readonly Pattern[] {
  const known = patterns.get(record.documents);
  if (known) return known;
  const made = withPapers(papersOf(record));
  patterns.set(record.documents, made);
  return made;
}

const GUARD_CHARS = 60;

/**
 * The places where a text says that papers go with this message: `I enclose our report`, `the attached form`, `see
 * attachment`. Not what is to come, was sent before, is asked of the reader, or is fastened to something.
 */
export function announcedIn(text: string, record: MatterRecord): readonly Announced[] {
  const found = new Map<number, Announced>();
  for (const pattern of BARE)
    for (const match of text.matchAll(pattern)) {
      const before = text.slice(0, match.index);
      if (
        !NOT_NOW.test(before.slice(-GUARD_CHARS)) ||
        /\b(?:find|see)\b|please/iu.test(`${before.slice(-GUARD_CHARS)}${match[0]}`)
      )
        found.set(match.index, { words: match[0].trim(), at: match.index });
    }
  for (const { own, guarded } of patternsFor(record))
    for (const match of text.matchAll(own)) {
      const said = match.groups?.['said'] ?? match[0];
      const at = match.index + match[0].indexOf(said);
      const upTo = text.slice(0, at);
      const after = text.slice(at + said.length);
      if (guarded && NOT_NOW.test(upTo.slice(-GUARD_CHARS).replace(/\b(?:is|are)\s+$/iu, ''))) continue;
      if (/^(?:attached|enclosed)$/iu.test(said) && ELSEWHERE.test(after.slice(0, 40))) continue;
      if (/^\s+(?:nothing|no|none)\b/iu.test(after)) continue;
      if (![...found.values()].some((one) => at >= one.at && at < one.at + one.words.length))
        found.set(at, { words: said, at });
    }
  return [...found.values()].sort((a, b) => a.at - b.at);
}
