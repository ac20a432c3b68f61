import { MAX_FILE_BYTES } from '../../platform/files/receivedFile.ts';
import { readFileWords } from '../../platform/workers/fileWordReader.ts';

/** As much of the words inside as finds a document again. */
const MOST_LETTERS = 200_000;

/** The words inside a file, for finding alone: one that gives none is kept all the same. */
export async function wordsIn(bytes: Buffer, mediaType: string): Promise<string> {
  if (bytes.length > MAX_FILE_BYTES) return '';
  return (await readFileWords({ bytes, mediaType }).catch(() => '')).slice(0, MOST_LETTERS);
}
