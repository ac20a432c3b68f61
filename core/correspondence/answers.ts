/** What a conversation waits for. Days are those of the calendar since its last message. */
export type Awaiting =
  | { readonly kind: 'theirAnswer'; readonly days: number }
  | { readonly kind: 'ourAnswer'; readonly days: number }
  | { readonly kind: 'nothing' };

export interface ConversationEnd {
  readonly direction: 'out' | 'in' | 'note';
  /** How many messages went each way before and with it. */
  readonly out: number;
  readonly in: number;
  /** Whether its last message waits for an answer by its own words; undefined where they were never read for that. */
  readonly expects?: boolean | undefined;
}

/**
 * Who owes whom an answer, from a conversation's last message: after ours, theirs is awaited; after theirs, ours, unless
 * its words ask for none. Where they were never read, a
 * conversation in which both have spoken and theirs came last is taken as closed after `restsAfterDays`, since most
 * end with a thank-you that needs none.
 */
export function awaiting(end: ConversationEnd, daysSince: number, restsAfterDays = 7): Awaiting {
  const days = Math.max(0, daysSince);
  if (end.expects === false) return { kind: 'nothing' };
  switch (end.direction) {
    case 'note':
      return { kind: 'nothing' };
    case 'out':
      return end.in > 0 && end.expects !== true ? { kind: 'nothing' } : { kind: 'theirAnswer', days };
    case 'in':
      return end.out > 0 && end.expects !== true && days >= restsAfterDays
        ? { kind: 'nothing' }
        : { kind: 'ourAnswer', days };
    default:
      return end.direction satisfies never;
  }
}

/** A subject without the marks that replies and forwards put before it, for telling conversations apart. */
export function bareSubject(subject: string): string {
  let bare = subject.trim();
  for (let cut = bare; ; bare = cut) {
    cut = bare.replace(/^(?:re|fw|fwd|sv|vs|aw|wg)\s?:\s*/i, '');
    if (cut === bare) return bare;
  }
}
