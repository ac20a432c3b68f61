import { findGaps } from '../reading/findGaps.ts';
import type { Gap } from '../reading/findGaps.ts';
import { blankKindFor, blankLabelFor } from '../reading/suggest.ts';
import type { TemplateProblem } from '../template/checkTemplate.ts';
import type { TemplateContent } from '../template/template.ts';
import { textBlocks } from '../template/walk.ts';
import type { CheckInput } from './checkInput.ts';
import { caution, stop } from './note.ts';
import type { Note, NoteWhere } from './note.ts';

/** Marks that nobody writes but around a code. */
const CODE_MARKS = /^(?:\{|\$\{|\[\[|<<)/;
/** What a code is called where its marks are also written for other reasons: `CLIENT_NAME`, `client.name`, `clientName`. */
const CODE_NAME =
  /^(?:\p{Lu}[\p{Lu}\p{N}]*|[\p{L}\p{N}]+(?:[_.][\p{L}\p{N}]+)+|\p{Ll}+\p{Lu}[\p{L}\p{N}]*)$/u;
/** An address in angle brackets is one. */
const ADDRESS = /^<[^>]*(?:\/\/|@|www\.|\.[a-z]{2,}\/?>)/i;
/** Brackets that are put around one's own words or somebody else's, and stay. */
const ASIDES =
  /^\[(?:sic|signed|redacted|sealed|translation|emphasis|stamp|logo|illegible|unsigned|copy|draft|enclosure|attachment)\b/i;
/** In round brackets only what asks by its very words to be filled in; a longer aside is meant. */
const ASKS =
  /^\((?:(?:the |your )?(?:amount|sum|price|fee|date|day|time|name|address|reference|ref|number)|(?:please )?(?:insert|enter|fill in)\b.*)\)$/i;
const LEAST_DOTS = 6;

/** What stands between marks; the reader of gaps bounds how long that is. */
const insideOf = (text: string): string => text.replace(/^[^\p{L}_]+|[^\p{L}\p{N}_]+$/gu, '');

/** A rule that is left for a pen, or a place to be signed. */
const FOR_A_PEN = /(?:\bsign(?:ed|ature)?\b[^.]{0,24}|\bsign here|\binitials?)\s?[:.]?\s*$/iu;
/** `Part XX`, `the numeral XX`: twenty. */
const ROMAN =
  /\b(?:numerals?|chapter|part|volume|vol\.?|section|article|schedule|appendix|act|canto|century|class|type|mark|mk)\s$/iu;

/** `<name>`: what stands in one pair of angle brackets, and is a word for what belongs there. */
const ANGLED =
  /^<(?:the |your )?(?:name|date|day|time|amount|sum|address|title|reference|number|place|company|role)[^<>]{0,30}>$/iu;
/** What the reader took for a noun that is missing; everything else in round brackets has to ask in so many words. */
const SMALL_WORDS = /^\(\p{Ll}+(?: \p{Ll}+){0,3}\)$/u;
const AFTER_ARTICLE = /(?:^|\s)(?:the|a|an)\s$/iu;

type Kind = 'code' | 'gap' | undefined;

/** What a place in a text that is about to be sent is. Old wording holds more such places: there they are only offered. */
function kindOf({ text, shape, from, to }: Gap, line: string): Kind {
  const before = line.slice(0, from);
  switch (shape) {
    case 'sign':
      return text.startsWith('${') || CODE_NAME.test(insideOf(text)) ? 'code' : undefined;
    case 'bracket':
      if (ADDRESS.test(text) || ASIDES.test(text)) return undefined;
      if (CODE_MARKS.test(text)) return 'code';
      // A letter that a quotation changed, `[t]he`, or a unit behind a figure.
      if (/^\[\p{L}\]$/u.test(text) && (/^\p{L}/u.test(line.slice(to)) || /\d\s?$/u.test(before)))
        return undefined;
      if (text.startsWith('[')) return 'gap';
      if (text.startsWith('('))
        return ASKS.test(text) || (SMALL_WORDS.test(text) && AFTER_ARTICLE.test(before)) ? 'gap' : undefined;
      if (ANGLED.test(text)) return 'gap';
      return CODE_NAME.test(insideOf(text)) ? 'code' : undefined;
    case 'rule':
      if (FOR_A_PEN.test(before)) return undefined;
      return text.startsWith('_') || text.includes('…') || text.replace(/ /g, '').length >= LEAST_DOTS
        ? 'gap'
        : undefined;
    case 'letters':
      if (/^tb[ca]$/i.test(text))
        return /:\s*$/.test(before) && line.slice(to).trim() === '' ? 'gap' : undefined;
      if (text === 'XX' && ROMAN.test(before)) return undefined;
      return /^x/i.test(text) && !/^x{3,}$/.test(text) ? 'gap' : undefined;
    case 'capitals':
      return undefined;
    default:
      return shape satisfies never;
  }
}

/**
 * Codes and gaps that were never filled in. A code never goes; a gap goes once its writer has said so. A letter may have
 * ruled lines, which are for a pen.
 */
export function checkGaps({ subject, lines, channel }: CheckInput): readonly Note[] {
  const inText = lines.flatMap(({ block, text }) =>
    notesOn(text, (words) => ({ part: 'body', block, words }), channel === 'letter'),
  );
  return [...notesOn(subject, () => ({ part: 'subject' }), false), ...inText];
}

function notesOn(text: string, where: (words: string) => NoteWhere, mayHaveRules: boolean): readonly Note[] {
  return gapsIn(text, mayHaveRules).map(({ kind, gap }) => {
    const words = gap.text.trim();
    return kind === 'code'
      ? stop('codeLeft', where(words), { words })
      : caution('gapLeft', where(words), { words });
  });
}

/** A place in a text that was never filled in: a code, which nobody should read, or a gap. */
interface GapIn {
  readonly kind: 'code' | 'gap';
  readonly gap: Gap;
  /** The line it stands in. */
  readonly line: string;
}

const gapsIn = (text: string, mayHaveRules: boolean): readonly GapIn[] =>
  text.split('\n').flatMap((line) =>
    findGaps(line).flatMap((gap): readonly GapIn[] => {
      const kind = gap.shape === 'rule' && mayHaveRules ? undefined : kindOf(gap, line);
      return kind === undefined ? [] : [{ kind, gap, line }];
    }),
  );

/**
 * The same in a template's own wording, once for each way it is written: a code in it would go out with every message, and a
 * gap would be met by every writer. Each is told with the blank that could ask for it.
 */
export function gapsInWording({
  subject,
  body,
}: Pick<TemplateContent, 'subject' | 'body'>): readonly TemplateProblem[] {
  const lines = [subject, ...textBlocks(body.content).map(({ content }) => content ?? [])].map((nodes) =>
    nodes
      .map((node) => (node.type === 'text' ? node.text : node.type === 'hardBreak' ? '\n' : '\uFFFC'))
      .join(''),
  );
  const found = lines.flatMap((text) => gapsIn(text, true));
  const each = new Map(found.map((one) => [one.gap.text.trim(), one]));
  return [...each].map(([words, { kind, gap, line }]) => ({
    code: kind === 'code' ? 'codeInWords' : 'gapInWords',
    where: words,
    params: { words, label: blankLabelFor(gap, line), answer: blankKindFor(gap, line) },
    severity: kind === 'code' ? 'error' : 'warning',
  }));
}
