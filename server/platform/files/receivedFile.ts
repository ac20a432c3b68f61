/** The most that one file may weigh that is read whole, or enclosed with a message. */
export const MAX_FILE_BYTES = 40_000_000;

/** A file that somebody sent, as it lies on disk until it is answered for: read one at a time, not held together. */
export interface ReceivedFile {
  readonly name: string;
  readonly read: () => Promise<Buffer>;
}
