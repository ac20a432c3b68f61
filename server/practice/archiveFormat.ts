export const ARCHIVE_FORMAT = 'officium-archive/1';

/** Rows written and read at once. */
export const ROWS_AT_ONCE = 500;
