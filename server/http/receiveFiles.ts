import { mkdirSync, rmSync } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import type { Request, RequestHandler } from 'express';
import multer from 'multer';
import { MAX_FILE_BYTES } from '../platform/files/receivedFile.ts';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';
import { DomainProblem } from '../platform/problems/problem.ts';

/** The most that one may weigh, and how many come at once: beyond it the request is refused before it is read. */
const MOST_BYTES = { usual: MAX_FILE_BYTES, large: 250_000_000 } as const;
type Size = keyof typeof MOST_BYTES;
const MAX_FILES = 60;

const OWNER_ALONE = 0o700;

/**
 * Writes a form's files (RFC 7578) into a folder, within bounds, as they come; {@link forgetFiles} takes them away. What a
 * stop left there goes as the server starts.
 */
export function receiveFilesInto(folder: string): (size: Size) => RequestHandler {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true, mode: OWNER_ALONE });
  const storage = multer.diskStorage({ destination: folder });
  return (size) => {
    const limits = { fileSize: MOST_BYTES[size], files: MAX_FILES, fields: 20, fieldSize: 100_000 };
    const upload = multer({ storage, limits }).any();
    return (request, response, next) => {
      void upload(request, response, (error: unknown) => {
        next(error instanceof multer.MulterError ? refusalOf(error, size) : error);
      });
    };
  };
}

/** Takes away what came with a request, once it is answered for. */
export async function forgetFiles(request: Request): Promise<void> {
  for (const { path } of filesOf(request)) await rm(path, { force: true });
}

const refusalOf = ({ code }: multer.MulterError, size: Size): DomainProblem =>
  new DomainProblem(
    'tooLarge',
    code === 'LIMIT_FILE_SIZE'
      ? [{ code: 'fileTooLarge', megabytes: MOST_BYTES[size] / 1e6 }, { code: 'nothingRead' }]
      : [{ code: 'tooManyFiles', most: MAX_FILES }, { code: 'nothingRead' }],
  );

const filesOf = ({ files }: Request): readonly Express.Multer.File[] => (Array.isArray(files) ? files : []);

/** Browsers send a file's name as UTF-8; the form's reader takes it for Latin-1. */
const realName = (name: string): string => Buffer.from(name, 'latin1').toString('utf8');

export const receivedFiles = (request: Request): readonly ReceivedFile[] =>
  filesOf(request).map(({ originalname, path }) => ({
    name: realName(originalname),
    read: async () => readFile(path),
  }));

export function receivedFile(request: Request): ReceivedFile {
  const [file] = receivedFiles(request);
  if (!file) throw new DomainProblem('badRequest', [{ code: 'fileExpected' }]);
  return file;
}
