import type { DocumentId } from './ids.ts';

interface EnclosedFile {
  /** Its own, within the message. */
  readonly id: string;
  readonly fileName: string;
  /** Empty where it stands on no matter. */
  readonly category: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
}

/** What goes with a message, and where it comes from. */
export type Enclosure =
  /** A document of the matter. */
  | (EnclosedFile & { readonly kind: 'document'; readonly documentId: DocumentId })
  /** A document of another matter, which the writer chose there. */
  | (EnclosedFile & {
      readonly kind: 'otherMatter';
      /** It is the practice’s own, and at home in every message. */
      readonly ofPractice?: true;
      readonly documentId: DocumentId;
      readonly restricted: boolean;
    })
  /** A file that the writer put in, or that was made of others. */
  | (EnclosedFile & { readonly kind: 'upload' })
  /** A letter template, filled in and made a PDF. */
  | (EnclosedFile & { readonly kind: 'letter'; readonly templateId?: string })
  /** A file of the template's own. */
  | (EnclosedFile & { readonly kind: 'file'; readonly fileId: string })
  /** What came or went with an earlier entry. */
  | (EnclosedFile & { readonly kind: 'entry'; readonly entryId: string; readonly index: number });
