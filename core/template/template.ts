import type { RecipientRules } from '../recipients/recipients.ts';
import type { BlankDefinition } from './blanks.ts';
import type { DocumentNode, InlineDocument } from './document.ts';

/** Documents that a template brings from the matter: the latest of a category. */
export interface DocumentRule {
  readonly category: string;
  readonly required: boolean;
}

/** What a message starts from. A version of it never changes; a change makes a new version. */
export interface TemplateContent {
  readonly recipients: RecipientRules;
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly documents: readonly DocumentRule[];
  /** Filing category of what is sent from it: `Report`, `Chaser`. */
  readonly category: string;
}
