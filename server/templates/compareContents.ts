import type { TemplateContent } from '../../core/template/template.ts';
import { outlineBody, outlineRest, outlineLine } from '../../core/template/outline.ts';
import type { OutlineNames } from '../../core/template/outline.ts';
import { compareWords } from '../platform/files/compareWords.ts';
import type { Comparison } from '../../contract/templates.ts';

/** What differs, word by word. Both sides are bounded by what a document may hold. */
export function compareContents(from: TemplateContent, to: TemplateContent, names: OutlineNames): Comparison {
  const body = ({ body: { content }, blanks }: TemplateContent): string =>
    outlineBody(content, names, blanks).join('\n');
  const rest = (content: TemplateContent): string => outlineRest(content, names).join('\n');
  return {
    subject: compareWords(
      outlineLine(from.subject, names, from.blanks),
      outlineLine(to.subject, names, to.blanks),
    ),
    body: compareWords(body(from), body(to)),
    rest: compareWords(rest(from), rest(to)),
  };
}
