import type { BlockNode, InlineNode } from '../template/document.ts';
import { allBlocks, allInline, isTextBlock } from '../template/walk.ts';

/** Around what the record or the writer fills in: `‹fact.vessel›`. What stands there is no wording of the template's. */
const OPEN = '‹';
const CLOSE = '›';

/**
 * A letter's sentences with its values as places: the same wording gives the same sentences on every matter, so that they
 * can be compared and counted. A value that somebody wrote over is wording of theirs.
 */
export function patternOf(blocks: readonly BlockNode[]): readonly string[] {
  return allBlocks(blocks)
    .filter(isTextBlock)
    .flatMap(({ content }) =>
      sentencesOf(
        allInline(content ?? [])
          .map(patternWords)
          .join(''),
      ),
    );
}

/** A node as a pattern has it. */
export function patternWords(node: InlineNode): string {
  switch (node.type) {
    case 'text': {
      const mark = node.marks?.find((one) => one.type === 'value');
      const filled = mark?.type === 'value' && mark.attrs.original === node.text ? mark : undefined;
      return filled ? `${OPEN}${filled.attrs.path}${CLOSE}` : node.text.replace(/[‹›]/g, '');
    }
    case 'field':
    case 'late':
      return `${OPEN}${node.attrs.path}${CLOSE}`;
    case 'blank':
      return `${OPEN}blank.${node.attrs.key}${CLOSE}`;
    case 'hardBreak':
      return '\n';
    case 'picture':
    case 'showWords':
    case 'passageWords':
      return '';
    default:
      return node satisfies never;
  }
}

/** Where sentences end is the same in the languages that letters are written in here (Unicode UAX #29). */
const SENTENCES = new Intl.Segmenter('en', { granularity: 'sentence' });

/** The sentences of a paragraph, each trimmed; a line break ends one. */
export function sentencesOf(text: string): readonly string[] {
  return text
    .split('\n')
    .flatMap((line) => [...SENTENCES.segment(line)].map(({ segment }) => segment.replace(/\s+/g, ' ').trim()))
    .filter((sentence) => sentence !== '');
}

/** The words of a pattern: places are one word each. */
export const patternTokens = (sentence: string): readonly string[] =>
  sentence.match(/‹[^‹›]*›|[\p{L}\p{N}][\p{L}\p{M}\p{N}'’-]*/gu) ?? [];

/** A pattern with its places named as people know them: `‹Vessel›`. Without a name a place is left out. */
export const withLabels = (pattern: string, labelOf: (path: string) => string): string =>
  pattern.replace(/‹([^‹›]*)›/g, (_, path: string) => {
    const label = labelOf(path);
    return label === '' ? '' : `${OPEN}${label}${CLOSE}`;
  });
