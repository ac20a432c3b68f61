import type { CheckInput } from './checkInput.ts';
import { stop } from './note.ts';
import type { Note } from './note.ts';

/** Base64 makes four bytes of three and breaks lines at 76 (RFC 2045 §6.8): 78/57 of the file. */
const ENCODED_RATIO = 78 / 57;

/** Enclosures as they travel must fit what the sender's host takes. */
export function checkSize({ enclosures, maxMessageBytes, channel }: CheckInput): readonly Note[] {
  if (channel !== 'email') return [];
  const bytes = enclosures.reduce((sum, { sizeBytes }) => sum + sizeBytes * ENCODED_RATIO, 0);
  if (bytes <= maxMessageBytes) return [];
  return [
    stop('overSizeLimit', { part: 'enclosures' }, { bytes: Math.ceil(bytes), limitBytes: maxMessageBytes }),
  ];
}
