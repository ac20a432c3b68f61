/** A name and an address that goes with it (RFC 5322 §3.4, `mailbox`); a number or a house where the channel has those. */
export interface Mailbox {
  readonly name: string;
  readonly address: string;
}
