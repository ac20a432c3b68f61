import { pictureSize } from './pictureSize.ts';

/** What a file is, by its ending; only what it is shown or carried as depends on it. */
const MEDIA_TYPES: Readonly<Record<string, string>> = {
  pdf: 'application/pdf',
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  gif: 'image/gif',
  txt: 'text/plain',
  csv: 'text/csv',
  ics: 'text/calendar',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  eml: 'message/rfc822',
  zip: 'application/zip',
};

export function mediaTypeOf(name: string, bytes: Buffer): string {
  const known = MEDIA_TYPES[name.slice(name.lastIndexOf('.') + 1).toLowerCase()];
  // A picture that is none is carried as it is, and never shown as one.
  if (known?.startsWith('image/')) return pictureSize(bytes)?.mediaType ?? 'application/octet-stream';
  if (known === 'application/pdf' && !bytes.subarray(0, 1024).includes('%PDF-'))
    return 'application/octet-stream';
  return known ?? 'application/octet-stream';
}
