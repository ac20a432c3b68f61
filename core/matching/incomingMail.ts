import type { Mailbox } from '../model/mailbox.ts';
import { addressKey } from '../recipients/address.ts';

/** A message that came in, as far as finding its matter needs it. */
export interface IncomingMail {
  readonly from: Mailbox;
  readonly to: readonly Mailbox[];
  readonly cc: readonly Mailbox[];
  /** Envelope recipients, where the host told them: blind copies too. */
  readonly deliveredTo: readonly string[];
  readonly subject: string;
  /** The text whole, with what it quotes. */
  readonly text: string;
  /** Message-IDs it answers or follows, oldest first (RFC 5322 §3.6.4). */
  readonly references: readonly string[];
  /** Sent by a machine to many, or without anybody (RFC 2919, RFC 3834). */
  readonly automatic: boolean;
  readonly sentAtUtc: number;
}

/** Whose message it is, seen from the practice: what came in, or a copy of what somebody of ours sent from elsewhere. */
export function correspondentsIn(
  { from, to, cc }: Pick<IncomingMail, 'from' | 'to' | 'cc'>,
  own: ReadonlySet<string>,
): { readonly ours: boolean; readonly first: readonly string[]; readonly others: readonly string[] } {
  const keys = (people: readonly Mailbox[]): string[] =>
    people.map(({ address }) => addressKey(address)).filter((key) => !own.has(key));
  const ours = own.has(addressKey(from.address));
  return ours
    ? { ours, first: keys(to), others: keys(cc) }
    : { ours, first: [addressKey(from.address)], others: [...keys(to), ...keys(cc)] };
}
