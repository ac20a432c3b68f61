/** How the stand-in treats mail for an address: told by its domain, so that any address can be made to misbehave. */
export type Behaviour =
  | 'accept'
  | 'refuse'
  | 'later'
  | 'grey'
  | 'busy'
  | 'crowded'
  | 'full'
  | 'slow'
  /** Breaks the line before the message is handed over. */
  | 'drop'
  /** Breaks it while the message is. */
  | 'break'
  /** Takes the message whole and throws it away before it answers. */
  | 'forget'
  /** Delivers it, and breaks the line before it answers. */
  | 'lose'
  /** Takes it, and reports a moment later that nobody is there (RFC 3464). */
  | 'bounce'
  /** Delivers it, and answers by itself (RFC 3834). */
  | 'away';

const BEHAVIOURS: readonly Behaviour[] = [
  'refuse',
  'later',
  'grey',
  'busy',
  'crowded',
  'full',
  'slow',
  'drop',
  'break',
  'forget',
  'lose',
  'bounce',
  'away',
];

/** `ines@grey.example` is greylisted, and so on. */
export function behaviourOf(address: string): Behaviour {
  const domain = address.slice(address.lastIndexOf('@') + 1).toLowerCase();
  return BEHAVIOURS.find((behaviour) => domain === `${behaviour}.example`) ?? 'accept';
}

export const reply = (responseCode: number, words: string): Error =>
  Object.assign(new Error(words), { responseCode });

/** The reply to a recipient (RFC 5321 and RFC 3463 codes); undefined where the host takes it. `tries` counts this one. */
export function replyError(behaviour: Behaviour, address: string, tries: number): Error | undefined {
  switch (behaviour) {
    case 'refuse':
      return reply(550, `5.1.1 <${address}>: no such mailbox here`);
    case 'later':
      return reply(450, `4.2.0 <${address}>: please try again later`);
    case 'grey':
      return tries < 2 ? reply(450, `4.2.0 <${address}>: greylisted, please try again later`) : undefined;
    case 'busy':
      return tries < 2 ? reply(421, '4.3.2 The host is closing down, try again later') : undefined;
    case 'crowded':
      return tries < 2 ? reply(452, '4.3.1 There is no room at the moment') : undefined;
    case 'full':
    case 'accept':
    case 'slow':
    case 'lose':
    case 'drop':
    case 'break':
    case 'forget':
    case 'bounce':
    case 'away':
      return undefined;
    default:
      return behaviour satisfies never;
  }
}
