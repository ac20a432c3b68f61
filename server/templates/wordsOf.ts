import { foldName } from '../../core/model/words.ts';
import type { InlineNode } from '../../core/template/document.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { allInline, inlineOf } from '../../core/template/walk.ts';

/** How much of a wording is looked through when somebody types words of it. */
const MAX_WORDS = 2_000;

/** A template's own wording, folded, for finding by what is inside. */
export function wordsOf({ subject, body }: Pick<TemplateContent, 'subject' | 'body'>): string {
  const nodes = [...allInline(subject), ...inlineOf(body.content)];
  return foldName(nodes.map(ownWords).join(' ')).slice(0, MAX_WORDS);
}

const ownWords = (node: InlineNode): string => (node.type === 'text' ? node.text : '');
