import { mkdirSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import type { Request, RequestHandler } from 'express';
import multer from 'multer';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';

const OWNER_ALONE = 0o700;
const BOUNDS = { fileSize: 25_000_000, files: 20, fields: 400, fieldSize: 20_000, parts: 420 } as const;
/** All that one answer may weigh, its files and words together. */
const BYTES_IN_ALL = 201_000_000;

/** A file of a form, as it lies on disk until its request is answered. */
export interface FieldFile extends ReceivedFile {
  /** The form's field that it came in. */
  readonly field: string;
  readonly path: string;
}

/** Takes in a form from somebody outside, within its bounds: one that says or proves too large is refused whole. */
export function answerFilesInto(folder: string): RequestHandler {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true, mode: OWNER_ALONE });
  const upload = multer({ storage: multer.diskStorage({ destination: folder }), limits: BOUNDS }).any();
  return (request, response, next) => {
    const length = Number(request.get('content-length') ?? Infinity);
    // A browser says how much it sends; what does not say so is no form of ours.
    if (!(length <= BYTES_IN_ALL)) {
      next(new multer.MulterError('LIMIT_FILE_SIZE'));
      return;
    }
    void upload(request, response, next);
  };
}

/** An empty choice of files is sent as a file without a name. */
export const filesByField = ({ files }: Request): readonly FieldFile[] =>
  (Array.isArray(files) ? files : []).map(({ fieldname, originalname, path }) => ({
    field: fieldname,
    // Browsers send a file's name as UTF-8; the form's reader takes it for Latin-1.
    name: Buffer.from(originalname, 'latin1').toString('utf8'),
    path,
    read: async () => readFile(path),
  }));
