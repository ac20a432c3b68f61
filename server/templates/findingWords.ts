import type { TemplateContent } from '../../core/template/template.ts';
import { foldName } from '../../core/model/words.ts';
import { wordsOf } from './wordsOf.ts';

/** What a template is found by: name, tags and wording, folded. */
export const findingWords = (name: string, tags: readonly string[], content: TemplateContent): string =>
  `${foldName([name, ...tags].join(' '))} ${wordsOf(content)}`;
