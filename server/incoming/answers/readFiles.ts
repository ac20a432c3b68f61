import { fileTypeFromBuffer } from 'file-type';
import { safeFileName } from '../../../core/mime/plan.ts';
import { mediaTypeOf } from '../../platform/files/mediaTypes.ts';
import type { ReceivedFile } from '../../platform/files/receivedFile.ts';
import type { Services } from '../../platform/services.ts';

/** Why a file of an answer is not taken. */
export type FileFault = 'wrongType' | 'empty';

/** A file of an answer, kept by its bytes. */
export interface AnswerFile {
  readonly fileName: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly blob: string;
}

/** What is taken from somebody outside: by what the bytes say, and nothing that runs or that a browser would run. */
const TAKEN = new Set([
  'application/pdf',
  'image/jpeg',
  'image/png',
  'image/gif',
  'image/webp',
  'text/plain',
  'text/csv',
  'application/msword',
  'application/vnd.ms-excel',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/vnd.oasis.opendocument.text',
  'application/vnd.oasis.opendocument.spreadsheet',
]);

/** Keeps the files of an answer, one after the other; or says why one is not taken. */
export async function readFiles(
  { blobs }: Pick<Services, 'blobs'>,
  files: readonly ReceivedFile[],
): Promise<readonly AnswerFile[] | FileFault> {
  const kept: AnswerFile[] = [];
  for (const { name, read } of files) {
    const bytes = await read();
    if (bytes.length === 0) return 'empty';
    const fileName = safeFileName(name);
    const mediaType = await mediaTypeOf(fileName, bytes);
    if (!TAKEN.has(mediaType) || !(await isWhatItSays(mediaType, bytes))) return 'wrongType';
    kept.push({ fileName, mediaType, sizeBytes: bytes.length, blob: await blobs.put(bytes) });
  }
  return kept;
}

/** How the older office formats show themselves (Compound File Binary). */
const COMPOUND = new Set(['application/msword', 'application/vnd.ms-excel']);

/** Whether bytes are of the kind that a file's name says. */
async function isWhatItSays(mediaType: string, bytes: Buffer): Promise<boolean> {
  const found = (await fileTypeFromBuffer(bytes))?.mime;
  if (mediaType.startsWith('text/')) return found === undefined && !bytes.includes(0);
  return found === mediaType || (COMPOUND.has(mediaType) && found === 'application/x-cfb');
}
