/** A file that somebody sent, read into memory. */
export interface ReceivedFile {
  readonly name: string;
  readonly bytes: Buffer;
}
