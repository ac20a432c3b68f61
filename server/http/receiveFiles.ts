import type { Request, RequestHandler } from 'express';
import multer from 'multer';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';
import { DomainProblem } from '../platform/problems/problem.ts';

/** The most that one file may weigh, and how many come at once: beyond it the request is refused before it is read. */
export const MAX_FILE_BYTES = 40_000_000;
const MAX_FILES = 60;

const upload = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: MAX_FILE_BYTES, files: MAX_FILES, fields: 20, fieldSize: 100_000 },
}).any();

/** Reads a form's files into memory within bounds (RFC 7578). */
export const receiveFiles: RequestHandler = (request, response, next) => {
  void upload(request, response, (error: unknown) => {
    if (error instanceof multer.MulterError) {
      next(
        new DomainProblem(
          'tooLarge',
          error.code === 'LIMIT_FILE_SIZE'
            ? 'A file is larger than 40 MB. Nothing was read of it.'
            : 'More files than can be read at once: 60 at most. Nothing was read.',
        ),
      );
    } else next(error);
  });
};

/** Browsers send a file's name as UTF-8; the form's reader takes it for Latin-1. */
const realName = (name: string): string => Buffer.from(name, 'latin1').toString('utf8');

export function receivedFiles(request: Request): readonly ReceivedFile[] {
  const files = Array.isArray(request.files) ? request.files : [];
  return files.map(({ originalname, buffer }) => ({ name: realName(originalname), bytes: buffer }));
}

export function receivedFile(request: Request): ReceivedFile {
  const [file] = receivedFiles(request);
  if (!file) throw new DomainProblem('badRequest', 'A file was expected and none came.');
  return file;
}
