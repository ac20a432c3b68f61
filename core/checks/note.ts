import type { DocumentId } from '../model/ids.ts';
import type { CAUTIONS, STOPS } from '../model/noteCodes.ts';
import type { Problem } from '../model/problem.ts';

/** Where a note belongs: a line of the address block, the subject, the enclosures, or words of a text block. */
export type NoteWhere =
  | { readonly part: 'to' | 'cc' | 'bcc' | 'subject' | 'enclosures' }
  /** `block` counts the body's text blocks in reading order from 0; `words` stand in it as written. */
  | { readonly part: 'body'; readonly block: number; readonly words: string };

/** What a note offers to do about itself, carried out by the sheet. */
export type Remedy =
  | { readonly kind: 'enclose'; readonly documentId: DocumentId; readonly name: string }
  | { readonly kind: 'removeRecipient'; readonly address: string }
  | { readonly kind: 'replaceWords'; readonly block: number; readonly words: string; readonly by: string }
  | { readonly kind: 'goToBlank'; readonly key: string }
  | { readonly kind: 'replaceAddress'; readonly address: string; readonly by: string }
  | { readonly kind: 'keepOnly'; readonly address: string; readonly name: string }
  | {
      readonly kind: 'replaceEnclosure';
      readonly enclosureId: string;
      readonly by: DocumentId;
      readonly name: string;
    }
  | { readonly kind: 'removeEnclosure'; readonly enclosureId: string };

export type StopCode = (typeof STOPS)[number];
export type CautionCode = (typeof CAUTIONS)[number];
export type NoteCode = StopCode | CautionCode;

/** What a check has to say. A stop cannot go; a caution goes once its writer has said so. */
export interface Note extends Problem<NoteCode, NoteWhere> {
  readonly severity: 'stop' | 'caution';
  readonly remedies: readonly Remedy[];
}

export const stop = (
  code: StopCode,
  where: NoteWhere,
  params: Note['params'] = {},
  remedies: readonly Remedy[] = [],
): Note => ({ code, severity: 'stop', where, params, remedies });

export const caution = (
  code: CautionCode,
  where: NoteWhere,
  params: Note['params'] = {},
  remedies: readonly Remedy[] = [],
): Note => ({ code, severity: 'caution', where, params, remedies });
