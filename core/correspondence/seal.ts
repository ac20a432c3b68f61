import type { EntryId, MatterId } from '../model/ids.ts';

/** What a seal vouches for: everything about an entry that must never change. */
export interface SealedContent {
  readonly id: EntryId;
  readonly matterId: MatterId;
  readonly direction: 'out' | 'in' | 'note';
  readonly channel: string;
  /** UTC in milliseconds since 1970. */
  readonly occurredAtUtc: number;
  readonly subject: string;
  readonly from: string;
  readonly to: readonly string[];
  /** SHA-256 of the exact bytes, in hex. */
  readonly rawBlob: string;
  readonly attachments: readonly { readonly name: string; readonly blob: string }[];
}

/** SHA-256 of a text's UTF-8 bytes, in lower-case hex; handed in, so that core needs no platform. */
export type Sha256 = (text: string) => string;

/** The seal before the first entry. */
export const FIRST_SEAL = '0'.repeat(64);

/**
 * An entry's seal: the hash of the seal before it and its own content, as JSON with its keys in a fixed order. Changing,
 * removing or reordering an entry breaks every seal after it.
 */
export function sealEntry(previousSeal: string, content: SealedContent, sha256: Sha256): string {
  const { id, matterId, direction, channel, occurredAtUtc, subject, from, to, rawBlob, attachments } =
    content;
  const files = attachments.map(({ name, blob }) => [name, blob]);
  return sha256(
    JSON.stringify([
      previousSeal,
      id,
      matterId,
      direction,
      channel,
      occurredAtUtc,
      subject,
      from,
      to,
      rawBlob,
      files,
    ]),
  );
}

/** The first entry whose seal does not follow from what stands before it; undefined where the chain holds. */
export function firstBrokenSeal(
  entries: Iterable<{ readonly content: SealedContent; readonly seal: string }>,
  sha256: Sha256,
): EntryId | undefined {
  let previous = FIRST_SEAL;
  for (const { content, seal } of entries) {
    if (sealEntry(previous, content, sha256) !== seal) return content.id;
    previous = seal;
  }
  return undefined;
}
