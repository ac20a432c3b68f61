import type { TemplateContent } from '../../core/template/template.ts';

/** A file of the practice's own does not travel: a pack holds wording, and its rule would point at nothing elsewhere. */
export const withoutFiles = (content: TemplateContent): TemplateContent => ({
  ...content,
  documents: content.documents.filter(({ kind }) => kind !== 'fixed'),
});
