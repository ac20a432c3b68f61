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

/**
 * What a note is known by when its writer has answered it: what it says of which words, wherever they stand by then. A
 * second address that nobody is known by is another note, and so is the same one in another line; what is counted in it
 * (days, bytes) may change.
 */
export function noteId({ code, where, params }: Pick<Note, 'code' | 'where' | 'params'>): string {
  const words = where.part === 'body' ? where.words : '';
  const told = Object.entries(params)
    .filter(([, value]) => typeof value === 'string')
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `${code}-${hash(JSON.stringify([where.part, words, told]))}`;
}

/** FNV-1a over UTF-16 units, 32 bits in hex: tells a message's few notes apart, and guards nothing. */
function hash(text: string): string {
  let value = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1)
    value = Math.imul(value ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return value.toString(16).padStart(8, '0');
}
