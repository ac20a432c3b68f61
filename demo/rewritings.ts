import { patternOf, patternTokens } from '../core/figures/pattern.ts';
import type { Rewritten } from '../server/correspondence/entry.ts';
import type { NewTemplateRow } from '../server/templates/template.ts';

/** What people of the practice write instead of some sentences of its templates, the commonest first. */
const INSTEAD: Readonly<Record<string, readonly (readonly [was: string, became: readonly string[]])[]>> = {
  'template-instructions': [
    [
      'You will hear from us again as soon as a day is settled.',
      ['I shall ring you this week to settle a day.', 'We shall write again with a day by Friday.'],
    ],
  ],
  'template-terms': [
    [
      'Please sign the terms and let us have a copy back by ‹blank.signedBy›, so that the day can be kept free for you.',
      ['Please sign and return them by ‹blank.signedBy›: the day is kept for you until then.', ''],
    ],
  ],
};

/** How much of a template's wording was changed in one of its uses, the nth: most go as they are. */
export function rewrittenIn({ templateId, content }: NewTemplateRow, nth: number): Rewritten {
  const sentences = patternOf(content.body.content);
  const words = sentences.flatMap(patternTokens).length;
  const changed = (INSTEAD[templateId] ?? []).flatMap(([was, variants]) => {
    const became = nth % 3 === 0 ? undefined : variants[nth % 5 === 0 ? 1 : 0];
    return became === undefined || !sentences.includes(was) ? [] : [{ was, became }];
  });
  const count = changed.reduce(
    (sum, { was, became }) => sum + Math.max(patternTokens(was).length, patternTokens(became).length),
    0,
  );
  return { words, changed: count, sentences: changed };
}
