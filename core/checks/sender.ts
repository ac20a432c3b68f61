import { isMailAddress } from '../recipients/address.ts';
import type { CheckInput } from './checkInput.ts';
import { stop } from './note.ts';
import type { Note } from './note.ts';

/** A mail goes out under an address that answers can come to. */
export const checkSender = ({ channel, from }: CheckInput): readonly Note[] =>
  channel !== 'email' || isMailAddress(from.address)
    ? []
    : [stop('noSender', { part: 'to' }, { name: from.name })];
