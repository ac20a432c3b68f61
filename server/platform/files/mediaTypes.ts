import { fileTypeFromBuffer } from 'file-type';
import mime from 'mime-types';
import { pictureSize } from './pictureSize.ts';

const UNKNOWN = 'application/octet-stream';

/**
 * What a file is: what its name says, where its bytes do not say otherwise. Only what it is shown or carried as depends on
 * it. A picture or a PDF that is none is carried as it is, and never shown as one.
 */
export async function mediaTypeOf(name: string, bytes: Buffer): Promise<string> {
  const named = mime.lookup(name) || UNKNOWN;
  if (named.startsWith('image/')) return pictureSize(bytes)?.mediaType ?? UNKNOWN;
  const found = await fileTypeFromBuffer(bytes);
  if (named === 'application/pdf') return found?.mime === 'application/pdf' ? named : UNKNOWN;
  // What shows itself as a program, whatever it is called, is carried as nothing in particular.
  return found && /executable|x-msdownload|x-elf|x-mach/.test(found.mime) ? UNKNOWN : named;
}
