/** How the stand-in treats mail for an address: told by its domain, so that any address can be made to misbehave. */
export type Behaviour = 'accept' | 'refuse' | 'later' | 'full' | 'slow' | 'lose' | 'drop';

const BY_DOMAIN: Readonly<Record<string, Behaviour>> = {
  'refuse.example': 'refuse',
  'later.example': 'later',
  'full.example': 'full',
  'slow.example': 'slow',
  'lose.example': 'lose',
  'drop.example': 'drop',
};

export const behaviourOf = (address: string): Behaviour =>
  BY_DOMAIN[address.slice(address.lastIndexOf('@') + 1).toLowerCase()] ?? 'accept';

/** The reply a host would give (RFC 5321 and RFC 3463 codes); undefined where it takes the mail. */
export function replyError(behaviour: Behaviour, address: string): Error | undefined {
  const reply = (responseCode: number, words: string): Error =>
    Object.assign(new Error(words), { responseCode });
  switch (behaviour) {
    case 'refuse':
      return reply(550, `5.1.1 <${address}>: no such mailbox here`);
    case 'later':
      return reply(450, `4.2.0 <${address}>: greylisted, please try again later`);
    case 'full':
      return reply(552, '5.2.2 The mailbox is full');
    case 'accept':
    case 'slow':
    case 'lose':
    case 'drop':
      return undefined;
    default:
      return behaviour satisfies never;
  }
}
