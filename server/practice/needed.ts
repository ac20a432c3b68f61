import type { KEPT_PLACES } from '../../contract/exports.ts';

/** What refers to something that is kept, and the matter it stands on; null where it stands on none, and is not named. */
export interface Needed {
  readonly place: (typeof KEPT_PLACES)[number];
  readonly name: string | null;
  readonly subject: string | null;
  readonly reference: string | null;
  readonly matterId: string | null;
}
