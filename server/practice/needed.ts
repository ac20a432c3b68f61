/** What refers to something that is kept, in words, and the matter it stands on; null where it stands on none. */
export interface Needed {
  readonly words: string;
  readonly matterId: string | null;
}
