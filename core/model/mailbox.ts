/** A name and an address that goes with it (RFC 5322 §3.4, `mailbox`); a number or a house where the channel has those. */
export interface Mailbox {
  readonly name: string;
  readonly address: string;
}

/** What people are called in a list: by their name, or by their address where they have none. */
export const namesOf = (line: readonly Mailbox[]): string[] =>
  line.map(({ name, address }) => name || address);
