import type { ReadContact } from '../../core/directory/contactCsv.ts';
import { decodeText } from '../platform/files/decodeText.ts';
import { readVcards } from './vcards.ts';

/** The contacts of a file of vCards, in whatever encoding. */
export const run = (bytes: Uint8Array): Promise<readonly ReadContact[]> =>
  Promise.resolve(readVcards(decodeText(Buffer.from(bytes))));
