import { addressKey } from '../recipients/address.ts';

/** What makes a round one to look at twice before the first of it leaves. */
export type Unusual =
  /** More than any round of the practice before. */
  | { readonly code: 'largest'; readonly count: number; readonly before: number }
  /** Nothing went out from this template yet. */
  | { readonly code: 'firstTime' }
  | { readonly code: 'sameAddress'; readonly count: number; readonly address: string }
  /** Matters that somebody else is responsible for. */
  | { readonly code: 'ofOthers'; readonly count: number }
  | { readonly code: 'closed'; readonly count: number }
  /** The wording is older than the template's. */
  | { readonly code: 'newerWording' };

export interface GoingMessage {
  readonly isClosed: boolean;
  readonly isOfOthers: boolean;
  readonly to: readonly { readonly address: string; readonly contactId?: string }[];
}

export interface UnusualInput {
  readonly going: readonly GoingMessage[];
  /** The largest round that was sent before; undefined where there was none. */
  readonly largestBefore: number | undefined;
  readonly templateUses: number;
  /** Whether the template has a newer version than the messages were made from. */
  readonly isNewer: boolean;
}

/** A first round of a few is nothing unusual. */
const SMALL_ROUND = 10;

/** What is unusual about a round, the worst first: a round to the wrong set is the worst slip there is. */
export function unusualOf({ going, largestBefore, templateUses, isNewer }: UnusualInput): readonly Unusual[] {
  const said: Unusual[] = [];
  const count = going.length;
  if (count > Math.max(SMALL_ROUND, largestBefore ?? 0))
    said.push({ code: 'largest', count, before: largestBefore ?? 0 });
  if (templateUses === 0 && count > 0) said.push({ code: 'firstTime' });
  if (isNewer) said.push({ code: 'newerWording' });
  const shared = sharedAddress(going);
  if (shared) said.push(shared);
  const closed = going.filter(({ isClosed }) => isClosed).length;
  if (closed > 0) said.push({ code: 'closed', count: closed });
  const ofOthers = going.filter(({ isOfOthers }) => isOfOthers).length;
  if (ofOthers > 0) said.push({ code: 'ofOthers', count: ofOthers });
  return said;
}

/** The address at which the most different people are written to, where there are several. */
function sharedAddress(going: readonly GoingMessage[]): Unusual | undefined {
  const people = new Map<string, { readonly address: string; readonly who: Set<string> }>();
  for (const { address, contactId } of going.flatMap(({ to }) => to)) {
    const key = addressKey(address);
    const known = people.get(key) ?? { address, who: new Set<string>() };
    known.who.add(contactId ?? key);
    people.set(key, known);
  }
  const [most] = [...people.values()].sort((a, b) => b.who.size - a.who.size);
  return most && most.who.size > 1
    ? { code: 'sameAddress', count: most.who.size, address: most.address }
    : undefined;
}
