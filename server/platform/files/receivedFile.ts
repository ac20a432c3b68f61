/** A file that somebody sent, as it lies on disk until it is answered for: read one at a time, not held together. */
export interface ReceivedFile {
  readonly name: string;
  readonly read: () => Promise<Buffer>;
}
