import type { DocumentRule } from '../../core/template/template.ts';
import type { StoredMatter } from '../matters/queries.ts';
import { latestOfCategory } from '../../core/shelf/index.ts';

/** What a template encloses, by the name it has on a matter. */
export function documentWords(rule: DocumentRule, matter: StoredMatter): string {
  switch (rule.kind) {
    case 'latest':
      return (
        latestOfCategory(matter.documents, rule.category)?.name ??
        `no ${rule.category.toLowerCase()} on this matter yet`
      );
    case 'fixed':
    case 'letter':
      return rule.name;
    case 'ask':
      return rule.label;
    default:
      return rule satisfies never;
  }
}
