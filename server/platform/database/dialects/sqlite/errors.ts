const DISK_CODES = new Set(['SQLITE_FULL', 'SQLITE_READONLY', 'SQLITE_IOERR', 'SQLITE_BUSY']);

const codeOf = (error: unknown): string =>
  error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : '';

/** The database could not write: the disk is full, locked or broken. */
export const isDatabaseUnwell = (error: unknown): boolean => DISK_CODES.has(codeOf(error));
