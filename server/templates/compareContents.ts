import { diffWordsWithSpace } from 'diff';
import type { TemplateContent } from '../../core/template/template.ts';
import { outlineBody, outlineRest, outlineLine } from '../../core/template/outline.ts';
import type { OutlineNames } from '../../core/template/outline.ts';
import type { Comparison } from '../../contract/templates.ts';

/** What differs, word by word. Both sides are bounded by what a document may hold. */
export function compareContents(from: TemplateContent, to: TemplateContent, names: OutlineNames): Comparison {
  const body = ({ body: { content }, blanks }: TemplateContent): string =>
    outlineBody(content, names, blanks).join('\n');
  const rest = (content: TemplateContent): string => outlineRest(content, names).join('\n');
  return {
    subject: differ(outlineLine(from.subject, names, from.blanks), outlineLine(to.subject, names, to.blanks)),
    body: differ(body(from), body(to)),
    rest: differ(rest(from), rest(to)),
  };
}

/** A comparison that would take longer than this is given up, and both wordings are shown whole. */
const COMPARE_MS = 2_000;

function differ(before: string, after: string): Comparison['body'] {
  const parts = diffWordsWithSpace(before, after, { timeout: COMPARE_MS });
  if (!parts)
    return [
      { kind: 'removed', text: before },
      { kind: 'added', text: after },
    ];
  return parts.map(({ added, removed, value }) => ({
    kind: added ? 'added' : removed ? 'removed' : 'same',
    text: value,
  }));
}
